"""Takes: kept once however often they are sent, and what follows from them."""

from concurrent.futures import ThreadPoolExecutor

import pytest
from fastapi.testclient import TestClient
from uuid6 import uuid7

from tests.app import making


def test_the_chain_tells_what_was_seen_and_what_to_change(ida: TestClient) -> None:
    shot = making.shot(ida)
    chain = f"/api/v1/shots/{shot['id']}/chain"
    first = ida.get(chain).json()["advice"]["values"]
    # f/2.8 leaves ISO at its end in this dark; start three stops under it
    body = making.take_body(shot["id"], **{**first, "iso": 3200})
    kept = ida.put(f"/api/v1/takes/{uuid7()}", json=body)
    assert kept.status_code == 201
    assert kept.json() == ida.get(chain).json()  # what follows from it comes with the answer
    advice = kept.json()["advice"]
    assert "iso" in advice["moved"]
    assert advice["change_stops"] > 0.5
    assert advice["reasons"][0] == "You saw it dark."
    assert any(reason.startswith("ISO 3200 → ") for reason in advice["reasons"])
    second = advice["values"]
    later = {"started_at_utc": "2026-12-09T22:45:00Z", "verdicts": {"whole": "right"}}
    ida.put(f"/api/v1/takes/{uuid7()}", json=making.take_body(shot["id"], **second, **later))
    answer = ida.get(chain).json()
    assert [link["take"]["verdicts"]["whole"] for link in answer["links"]] == ["dark", "right"]
    # to be right is one thing, to be kept another
    assert not any(link["take"]["is_keeper"] for link in answer["links"])
    assert "ISO 3200 → ISO " in answer["links"][1]["change"]
    assert answer["advice"]["moved"] == []


def test_a_take_sent_many_times_at_once_is_kept_once(ida: TestClient) -> None:
    shot = making.shot(ida)
    path, body = f"/api/v1/takes/{uuid7()}", making.take_body(shot["id"])
    with ThreadPoolExecutor(8) as pool:
        codes = list(pool.map(lambda _: ida.put(path, json=body).status_code, range(24)))
    assert set(codes) <= {200, 201}
    assert codes.count(201) == 1
    assert len(ida.get(f"/api/v1/shots/{shot['id']}/chain").json()["links"]) == 1


def test_a_take_is_edited_only_by_naming_its_version(ida: TestClient) -> None:
    shot = making.shot(ida)
    path, body = f"/api/v1/takes/{uuid7()}", making.take_body(shot["id"])
    ida.put(path, json=body)
    changed = {**body, "verdicts": {"whole": "bright"}}
    assert ida.put(path, json=changed).status_code == 428
    edited = ida.put(path, json=changed, headers={"If-Match": '"v1"'})
    assert edited.json()["links"][0]["take"]["version"] == 2
    assert edited.headers["ETag"] == '"v2"'
    assert ida.put(path, json=body, headers={"If-Match": '"v1"'}).status_code == 412


def test_bursts_are_judged_apart_from_the_town(ida: TestClient) -> None:
    shot = making.shot(ida, discipline="fireworks")
    before = ida.get(f"/api/v1/shots/{shot['id']}/chain").json()
    asked = [one["name"] for one in before["asked"]]
    assert asked == ["the bursts", "the town", "the whole picture"]
    values = before["advice"]["values"]
    body = making.take_body(shot["id"], **values, verdicts={"bursts": "bright"})
    advice = ida.put(f"/api/v1/takes/{uuid7()}", json=body).json()["advice"]
    assert "f_number" in advice["moved"]
    assert advice["reasons"][0] == "You saw the bursts bright."
    assert any("time keeps the town as it was" in reason for reason in advice["reasons"])
    wrong = {**body, "verdicts": {"moon": "bright"}}
    refused = ida.put(f"/api/v1/takes/{uuid7()}", json=wrong)
    assert refused.status_code == 422
    assert "whole, bursts, town" in refused.json()["detail"]


@pytest.mark.parametrize("role", ["ground", "bracket"])
def test_a_kept_frame_for_another_part_leaves_the_picture_as_it_was_and_is_told_itself(
    ida: TestClient, role: str
) -> None:
    # law 9 of the judge: a kept take is final for its role
    shot = making.shot(ida)
    chain = f"/api/v1/shots/{shot['id']}/chain"
    picture = ida.get(chain).json()["advice"]["values"]
    ida.put(
        f"/api/v1/takes/{uuid7()}",
        json=making.take_body(shot["id"], **picture, verdicts={"whole": "right"}),
    )
    other = {**picture, "exposure_s": 240, "iso": 400}
    said = {
        "started_at_utc": "2026-12-09T22:50:00Z",
        "verdicts": {"whole": "right"},
        "role": role,
        "is_keeper": True,
    }
    answer = ida.put(
        f"/api/v1/takes/{uuid7()}", json=making.take_body(shot["id"], **other, **said)
    ).json()
    assert answer["advice"]["values"] == pytest.approx(picture, rel=0.01)
    assert len(answer["kept_for"]) == 1
    assert "4 min" in answer["kept_for"][0]
    field = ida.get(f"/api/v1/shots/{shot['id']}/field").json()
    [kept] = field["kept_for"]
    assert field["settings"][kept["setting"]]["time"] == "4 min"
    assert "4 min" not in field["settings"][field["setting"]]["text"]
    # of the picture itself after all, it is the picture's from then on
    take = answer["links"][1]["take"]
    own = {key: value for key, value in take.items() if key not in ("id", "version")}
    mended = ida.put(
        f"/api/v1/takes/{take['id']}", json={**own, "role": "frame"}, headers={"If-Match": '"v1"'}
    ).json()
    assert mended["kept_for"] == []
    assert mended["advice"]["values"]["exposure_s"] == 240
    assert mended["advice"]["is_kept"]


def test_a_light_changed_before_a_frame_for_the_ground_is_changed_for_the_next_of_the_picture(
    ida: TestClient,
) -> None:
    shot = making.shot(ida)
    picture = ida.get(f"/api/v1/shots/{shot['id']}/chain").json()["advice"]["values"]
    told = (
        {"verdicts": {"whole": "right"}, "is_keeper": True},
        {"verdicts": {}, "role": "ground", "scene_changed": ["whole"]},
        {"verdicts": {}},
    )
    finals = []
    for minute, said in enumerate(told, 41):
        body = {**picture, **said, "started_at_utc": f"2026-12-09T22:{minute}:00Z"}
        answer = ida.put(f"/api/v1/takes/{uuid7()}", json=making.take_body(shot["id"], **body))
        finals.append(answer.json()["advice"]["is_kept"])
    assert finals == [True, True, False]


# Another night has another Moon: what was seen then was seen, and holds nothing there.
def test_a_shot_moved_to_another_hour_takes_its_takes_along_as_history(ida: TestClient) -> None:
    shot = making.shot(ida, discipline="cityscape", inputs={"lit_by": "natural"})
    chain = f"/api/v1/shots/{shot['id']}/chain"
    planned = ida.get(chain).json()["advice"]["values"]
    body = making.take_body(shot["id"], **{**planned, "iso": 3200}, is_keeper=True)
    ida.put(f"/api/v1/takes/{uuid7()}", json={**body, "verdicts": {"whole": "right"}})
    assert ida.get(chain).json()["advice"]["is_kept"]
    taught = ida.get("/api/v1/learned").json()
    now = ida.get(f"/api/v1/shots/{shot['id']}").json()
    moved = {k: v for k, v in now.items() if k not in ("id", "version", "night_id")}
    moved["at_utc"] = "2026-12-10T03:40:00Z"
    path = f"/api/v1/shots/{shot['id']}"
    assert ida.put(path, json=moved, headers={"If-Match": "*"}).status_code == 200
    answer = ida.get(chain).json()
    assert [link["is_history"] for link in answer["links"]] == [True]
    assert not answer["advice"]["is_kept"]
    assert not answer["advice"]["is_settled"]
    assert ida.get("/api/v1/learned").json() == taught
    assert ida.get(f"{path}/field").json()["takes"] == 0
    again = making.take_body(shot["id"], started_at_utc="2026-12-10T03:41:00Z", **planned)
    answer = ida.put(f"/api/v1/takes/{uuid7()}", json=again).json()
    assert [link["is_history"] for link in answer["links"]] == [True, False]
    assert answer["advice"]["reasons"][0] == "You saw it dark."


# A fault is no want of light, and a frame that is right may still be thrown away.
def test_a_fault_is_told_what_to_do_about_and_moves_nothing(ida: TestClient) -> None:
    shot = making.shot(ida, discipline="flash_portrait")
    set_now = ida.get(f"/api/v1/shots/{shot['id']}/chain").json()["advice"]["values"]
    body = making.take_body(shot["id"], **set_now, verdicts={"whole": "right"}, faults=["pose"])
    answer = ida.put(f"/api/v1/takes/{uuid7()}", json=body).json()
    assert answer["advice"]["moved"] == []
    assert "take three" in answer["advice"]["mending"][0]
    assert [fault["key"] for fault in answer["faults"]][:3] == ["pose", "moved", "ghost"]
    refused = ida.put(f"/api/v1/takes/{uuid7()}", json={**body, "faults": ["ugly"]})
    assert refused.status_code == 422


# What a spot meter reads two stops under its place wants two stops more; a word is not needed.
def test_a_light_read_off_a_frame_moves_the_setting_by_as_much(ida: TestClient) -> None:
    shot = making.shot(ida, discipline="cityscape", inputs={"lit_by": "night_traffic"})
    set_now = ida.get(f"/api/v1/shots/{shot['id']}/chain").json()["advice"]["values"]
    placed = ida.get(f"/api/v1/shots/{shot['id']}").json()["lights"]
    assert placed == []
    unread = making.take_body(shot["id"], **set_now, verdicts={})
    at = ida.put(f"/api/v1/takes/{uuid7()}", json=unread).json()["advice"]
    read = {"whole": {"stops": -4.0, "by": "raw"}}
    advice = ida.put(f"/api/v1/takes/{uuid7()}", json={**unread, "spots": read}).json()["advice"]
    assert advice["sigma_stops"] < 0.4 < at["sigma_stops"]
    assert advice["change_stops"] > 1
    assert "read off the frame" in advice["reasons"][0].lower()


def test_what_waited_on_a_phone_goes_at_once_is_kept_once_and_is_changed_and_deleted_there(
    ida: TestClient,
) -> None:
    shot = making.shot(ida)
    takes = [
        {"id": str(uuid7()), "take": making.take_body(shot["id"], note=f"{k}"), "version": None}
        for k in range(3)
    ]

    def send(*sent: making.Json) -> making.Json:
        answer = ida.post("/api/v1/takes", json={"takes": sent})
        assert answer.status_code == 200, answer.text
        body: making.Json = answer.json()
        return body

    send(*takes)
    first = send(*takes)  # the answer was lost, so it is sent again
    notes = [link["take"]["note"] for link in first["chains"][0]["links"]]
    assert notes == ["0", "1", "2"]
    at = first["versions"]
    changed = {**takes[0], "take": {**takes[0]["take"], "is_keeper": True}, "version": 1}
    gone = {**takes[1], "take": None, "version": at[takes[1]["id"]]}
    never_sent = {"id": str(uuid7()), "take": None, "version": None}
    for _ in range(2):
        second = send(changed, gone, never_sent)
    links = second["chains"][0]["links"]
    assert [(link["take"]["note"], link["take"]["is_keeper"]) for link in links] == [
        ("0", True),
        ("2", False),
    ]
    undone = send({**takes[1], "version": second["versions"][takes[1]["id"]]})
    assert len(undone["chains"][0]["links"]) == 3
    # one that is refused keeps the others from nothing but this going
    stale = {**changed, "take": {**changed["take"], "note": "late"}}
    answer = ida.post("/api/v1/takes", json={"takes": [{**takes[2], "id": str(uuid7())}, stale]})
    assert answer.status_code == 412
    chain = ida.get(f"/api/v1/shots/{shot['id']}/chain").json()
    assert len(chain["links"]) == 3


def test_a_light_somebody_changed_is_kept_with_the_take_and_what_was_seen_before_is_a_hint(
    ida: TestClient,
) -> None:
    shot = making.shot(ida)
    right = making.take_body(shot["id"], verdicts={"whole": "right"})
    ida.put(f"/api/v1/takes/{uuid7()}", json=right)
    body = making.take_body(shot["id"], started_at_utc="2026-12-09T22:44:00Z")
    dark = {**body, "verdicts": {"whole": "dark"}}
    unchanged = ida.put(path := f"/api/v1/takes/{uuid7()}", json=dark).json()["advice"]
    changed = {**dark, "scene_changed": ["whole"]}
    answer = ida.put(path, json=changed, headers={"If-Match": '"v1"'}).json()
    assert answer["links"][1]["take"]["scene_changed"] == ["whole"]
    assert answer["advice"]["change_stops"] > unchanged["change_stops"]
    wrong = {**changed, "scene_changed": ["moon"]}
    refused = ida.put(path, json=wrong, headers={"If-Match": '"v2"'})
    assert refused.status_code == 422
    assert "scene_changed" in refused.json()["detail"]


# Common practice: a store seven stops darker than its table says, found once, is reckoned with
# the next time, visibly, until it is forgotten.
def test_a_light_found_far_off_is_remembered_for_the_place_and_can_be_forgotten(
    ida: TestClient,
) -> None:
    night = making.night(ida)
    store = {"discipline": "dim_interior", "inputs": {"lit_by": "home_interior"}}
    first = making.shot(ida, night["id"], **store)
    path = f"/api/v1/shots/{first['id']}"
    assert ida.post(f"{path}/found").status_code == 422  # nobody has looked yet
    # EV −0.9 at f/8 and 2 min came out right, a third under mid-grey, where the table says 6
    right = {"exposure_s": 120, "f_number": 8, "iso": 100, "verdicts": {"whole": "right"}}
    body = making.take_body(first["id"], **right)
    advice = ida.put(f"/api/v1/takes/{uuid7()}", json=body).json()["advice"]
    assert advice["can_remember"]
    assert any("less light than predicted" in reason for reason in advice["reasons"])
    found = ida.post(f"{path}/found")
    assert found.status_code == 201, found.text
    assert found.json()["offset_stops"] == pytest.approx(-7.2, abs=0.2)
    # its own chain is not led by what it found itself
    assert plan_of(ida, night, first, first["id"])["parts"][0]["ev100"] == pytest.approx(6, abs=0.1)
    second = making.shot(ida, night["id"], **store)
    plan = plan_of(ida, night, second)
    assert "as you found it here before, on one night" in plan["sentence"]
    # in the same night what made it dark still does
    assert plan["parts"][0]["ev100"] == pytest.approx(6 - 7.2, abs=0.4)
    place_id = ida.get(f"/api/v1/nights/{night['id']}").json()["place_id"]
    (kept,) = ida.get(f"/api/v1/places/{place_id}/learned").json()
    assert "darker than predicted" in kept["text"]
    assert ida.delete(f"/api/v1/found/{kept['findings'][0]['id']}").status_code == 204
    assert ida.get(f"/api/v1/places/{place_id}/learned").json() == []
    assert plan_of(ida, night, second)["parts"][0]["ev100"] == pytest.approx(6, abs=0.1)


def plan_of(
    client: TestClient, night: making.Json, shot: making.Json, shot_id: str | None = None
) -> making.Json:
    body = {"night_id": night["id"], "shot": asked(shot), "shot_id": shot_id}
    plan: making.Json = client.post("/api/v1/plans", json=body).json()
    return plan


def asked(shot: making.Json) -> making.Json:
    return {k: v for k, v in shot.items() if k not in {"id", "night_id", "version"}}


def sell(client: TestClient, name: str) -> None:
    item = next(i for i in client.get("/api/v1/kit").json() if i["name"] == name)
    assert client.delete(f"/api/v1/kit/{item['id']}").status_code == 204


def test_what_happened_stays_as_it_was_whatever_is_in_the_bag_today(ida: TestClient) -> None:
    glass = {"kind": "filter", "marking": "stops", "value": 6}
    making.made(ida, "/kit", {"name": "ND 64", "spec": glass})
    shot = making.shot(ida)
    path = f"/api/v1/takes/{uuid7()}"
    odd = {"exposure_s": 37.4, "f_number": 2**0.5, "iso": 800, "nd_stops": 6.0}
    before = ida.put(path, json=making.take_body(shot["id"], **odd)).json()
    assert before["links"][0]["settings"] == "37 s, f/1.4, ISO 800, ND 64"
    sell(ida, "ND 64")
    slow = {"shortest_focal_length_mm": 24, "longest_focal_length_mm": 70, "widest_f_number": 4}
    lens = making.made(ida, "/kit", {"name": "slow", "spec": {"kind": "lens", **slow}})
    own = {k: v for k, v in shot.items() if k not in {"id", "night_id", "version"}}
    moved = {**own, "lens_id": lens["id"]}
    shot_path = f"/api/v1/shots/{shot['id']}"
    assert ida.put(shot_path, json=moved, headers={"If-Match": '"v1"'}).status_code == 200
    after = ida.get(f"{shot_path}/chain").json()
    assert after["links"][0]["settings"] == "37 s, f/1.4, ISO 800, 6 stops of filter"
    assert {k: after["links"][0]["take"][k] for k in odd} == odd


def test_a_shot_that_cannot_be_planned_any_more_still_takes_and_shows_its_takes(
    ida: TestClient,
) -> None:
    shot = making.shot(ida)
    lens = ida.get(f"/api/v1/kit/{shot['lens_id']}").json()
    far = {**lens["spec"], "shortest_focal_length_mm": 50}
    path = f"/api/v1/kit/{lens['id']}"
    body = {"name": lens["name"], "spec": far}
    assert ida.put(path, json=body, headers={"If-Match": '"v1"'}).status_code == 200
    kept = ida.put(f"/api/v1/takes/{uuid7()}", json=making.take_body(shot["id"]))
    assert kept.status_code == 201
    chain = kept.json()
    assert len(chain["links"]) == 1
    assert chain["advice"] is None
    assert "50 to 70 mm" in chain["trouble"]


def test_the_phone_and_the_server_count_takes_alike_judged_or_not(ida: TestClient) -> None:
    shot = making.shot(ida)
    for verdicts in ({}, {"whole": "dark"}):
        body = making.take_body(shot["id"], verdicts=verdicts, frames=59)
        assert ida.put(f"/api/v1/takes/{uuid7()}", json=body).status_code == 201
    assert ida.get(f"/api/v1/shots/{shot['id']}/field").json()["takes"] == 2
    links = ida.get(f"/api/v1/shots/{shot['id']}/chain").json()["links"]
    assert [link["take"]["frames"] for link in links] == [59, 59]


def test_a_word_sent_the_old_way_is_refused_and_not_lost_unseen(ida: TestClient) -> None:
    body = making.take_body(making.shot(ida)["id"])
    answer = ida.put(f"/api/v1/takes/{uuid7()}", json={**body, "light_verdict": "dark"})
    assert answer.status_code == 422
    assert "light_verdict" in answer.json()["detail"]


# Contradicting words over one setting are meant loosely, so what is known after a word of another
# shot gets wider; taken back, they tell nothing any more.
def test_how_sharply_words_are_meant_is_learned_from_other_shots_and_unlearned(
    ida: TestClient,
) -> None:
    night = making.night(ida)
    loose, other = (making.shot(ida, night["id"], title=title) for title in ("Loose", "Other"))
    take = making.take_body(other["id"], verdicts={"whole": "dark"})
    ida.put(f"/api/v1/takes/{uuid7()}", json=take)

    def spread() -> float:
        return float(ida.get(f"/api/v1/shots/{other['id']}/chain").json()["advice"]["sigma_stops"])

    before, sent = spread(), [str(uuid7()) for _ in range(6)]
    for take_id, word in zip(sent, 3 * ["dark", "bright"], strict=True):
        body = making.take_body(loose["id"], verdicts={"whole": word})
        assert ida.put(f"/api/v1/takes/{take_id}", json=body).status_code == 201
    assert spread() > before
    for take_id in sent:
        assert ida.delete(f"/api/v1/takes/{take_id}").status_code == 204
    assert spread() == before
