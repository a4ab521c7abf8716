"""The running order through the API: what a photographer says of a night, and what comes back."""

from datetime import datetime, timedelta
from io import BytesIO

import pytest
from fastapi.testclient import TestClient
from icalendar import Calendar
from pypdf import PdfReader
from uuid6 import uuid7

from patient_owl.platform.accounts import visit
from tests.app import making

EVENING = "2026-12-09"
WATERS = "high water 19:30 4.1 m, low water 1:40 0.7 m"


def at(clock: str) -> str:
    day = 9 if clock >= "12" else 10
    return f"2026-12-{day:02d}T{clock}:00+01:00"


def local(utc: str) -> str:
    return (datetime.fromisoformat(utc) + timedelta(hours=1)).strftime("%H:%M")


@pytest.fixture
def night(ida: TestClient) -> making.Json:
    place = making.place(
        ida,
        events=[f"causeway dry, water under 2.2 m, {WATERS}, on {EVENING}", "last ferry 2:00"],
        spots=["slip: 3 min from the car", "far end: 18 min from slip"],
    )
    outing = {"travel_min": 30, "contact": "Jonas Wren", "car": "van at the slip"}
    return making.night(ida, place["id"], outing=outing)


def shots(ida: TestClient, night: making.Json, *those: making.Json) -> list[making.Json]:
    """Shots of a night with one body and lens."""
    body = making.shot_body(ida)
    return [making.made(ida, f"/nights/{night['id']}/shots", {**body, **one}) for one in those]


def order_of(ida: TestClient, night: making.Json) -> making.Json:
    answer = ida.get(f"/api/v1/nights/{night['id']}/order")
    assert answer.status_code == 200, answer.text
    found: making.Json = answer.json()
    return found


def test_shots_wait_for_the_tide_walk_and_leave_in_time(
    ida: TestClient, night: making.Json
) -> None:
    dry = {"spot": "far end", "waits_for": [{"kind": "during", "label": "causeway dry"}]}
    shots(
        ida,
        night,
        {"title": "lantern", "at_utc": at("20:00"), "ordering": dry},
        {"title": "pole", "at_utc": at("20:10"), "ordering": {"spot": "slip"}},
    )
    order = order_of(ida, night)
    assert order["is_exact"]
    assert not order["is_as_kept"]
    pole, lantern = order["slots"]
    # 2.2 m of 4.1 to 0.7: acos(1 - 2 · 1.9/3.4)/π is 0.538 of the 370 min after 19:30: 22:48:56
    assert local(lantern["starts_utc"]) == "22:49"
    assert "Waits for causeway dry, over at 04:32" in lantern["waits"]
    assert "18 min on foot to far end" in lantern["text"]
    assert local(pole["starts_utc"]) == "20:10"
    wrong = next(own for own in order["own"] if own["title"] == "lantern")
    assert "outside of what it needs" in wrong["faults"][0]
    assert local(order["leave_by_utc"]) == "02:00"
    arrives = datetime.fromisoformat(order["arrives_utc"])
    assert arrives - datetime.fromisoformat(order["leaves_home_utc"]) == timedelta(minutes=30)
    assert any("at far end" in sentence for sentence in order["sentences"])


def test_the_order_is_taken_over_and_taken_back(ida: TestClient, night: making.Json) -> None:
    """Two shots at the same minute; settings are those of the minutes they get."""
    kept = shots(
        ida, night, *({"title": t, "at_utc": at("18:20"), "discipline": "cityscape"} for t in "ab")
    )
    order = order_of(ida, night)
    assert any("Not ready before" in fault for own in order["own"] for fault in own["faults"])
    starts = [{"shot_id": s["shot_id"], "at_utc": s["starts_utc"]} for s in order["slots"]]
    path = f"/api/v1/nights/{night['id']}/order"
    taken = ida.post(path, json={"starts": starts}).json()
    assert taken["is_as_kept"]
    assert not any(own["faults"] for own in taken["own"])
    shown = {s["id"]: s for s in ida.get(f"/api/v1/nights/{night['id']}/shots").json()}
    for slot in taken["slots"]:
        assert shown[slot["shot_id"]]["at_utc"] == slot["starts_utc"]
        assert shown[slot["shot_id"]]["settings"] == slot["settings"]
    back = [{"shot_id": s["id"], "at_utc": s["at_utc"]} for s in kept]
    assert not ida.post(path, json={"starts": back}).json()["is_as_kept"]


def test_what_has_no_room_says_why_and_what_would_help(ida: TestClient, night: making.Json) -> None:
    show = f"/api/v1/nights/{night['id']}"
    lines = ["regatta show 22:00 to 22:18"]
    changed = ida.put(show, json={**night, "events": lines}, headers={"If-Match": '"v1"'})
    assert changed.status_code == 200, changed.text
    during = [{"kind": "during", "label": "regatta show"}]
    long = {"takes": 3, "waits_for": during}
    shots(
        ida,
        night,
        {"title": "shells", "at_utc": at("22:00"), "discipline": "fireworks"},
        {"title": "quay", "at_utc": at("22:05"), "ordering": {**long, "is_optional": True}},
        {
            "title": "trails",
            "at_utc": at("22:00"),
            "discipline": "star_trails",
            "ordering": {"waits_for": during},
        },
        {
            "title": "core",
            "at_utc": at("23:00"),
            "ordering": {
                "waits_for": [
                    {"kind": "target_up", "target_key": "core"},
                    {"kind": "light", "light": "dark"},
                ]
            },
        },
    )
    order = order_of(ida, night)
    assert [slot["title"] for slot in order["slots"]] == ["shells"]
    assert order["slots"][0]["starts_utc"] < order["slots"][0]["ends_utc"]
    assert local(order["slots"][0]["ends_utc"]) == "22:18"  # whoever takes a show takes all of it
    left = {one["title"]: one for one in order["left_out"]}
    assert "beside “shells”" in left["quay"]["text"]
    assert any("Drop “shells”" in remedy["text"] for remedy in left["quay"]["remedies"])
    assert "longer than" in left["trails"]["text"]
    # December: the core is up by day
    assert "Nothing tonight holds what it needs" in left["core"]["text"]
    assert any(r["code"] == "other_night" for r in left["core"]["remedies"])


def test_what_a_shot_may_wait_for_is_offered_in_words(ida: TestClient, night: making.Json) -> None:
    offered = ida.get(f"/api/v1/nights/{night['id']}/ordering").json()
    assert offered["spots"] == ["slip", "far end"]
    texts = [wait["text"] for wait in offered["waits"]]
    assert "causeway dry" in texts
    assert "last ferry" not in texts
    assert any(text.startswith("blue hour") for text in texts)


@pytest.mark.parametrize(
    ("outing", "said"),
    [
        ({"walking_km_h": 0}, "greater than or equal to 0.5"),
        ({"arrives": "soonish"}, "30 min after sunset"),
        ({"leaves": "25:00"}, "0:00 to 23:59"),
    ],
)
def test_an_outing_that_cannot_be_is_refused(
    ida: TestClient, outing: making.Json, said: str
) -> None:
    body = {"place_id": making.place(ida)["id"], "evening_date": EVENING, "outing": outing}
    answer = ida.post("/api/v1/nights", json=body)
    assert answer.status_code == 422
    assert said in answer.text


@pytest.mark.parametrize(
    ("spots", "said"),
    [
        (["slip: 3 min from the car", "slip: 5 min from the car"], "each standing point once"),
        (["far end: -4 min from slip"], "0 to 600 min"),
        (["far end: over there"], "latitude then longitude"),
    ],
)
def test_a_standing_point_that_cannot_be_is_refused(
    ida: TestClient, spots: list[str], said: str
) -> None:
    body = {"name": "x", "latitude_deg": 43, "longitude_deg": -9, "spots": spots}
    answer = ida.post("/api/v1/places", json=body)
    assert answer.status_code == 422
    assert said in answer.text


def test_a_shot_of_another_night_is_not_moved(ida: TestClient, night: making.Json) -> None:
    other = making.shot(ida)
    body = {"starts": [{"shot_id": other["id"], "at_utc": at("22:00")}]}
    answer = ida.post(f"/api/v1/nights/{night['id']}/order", json=body)
    assert answer.status_code == 422
    assert "a shot of this night" in answer.json()["detail"]


def lines_of(pack: making.Json) -> dict[str, making.Json]:
    return {line["key"]: line for group in pack["groups"] for line in group["lines"]}


def test_the_pack_list_follows_the_shots_and_says_why(ida: TestClient, night: making.Json) -> None:
    making.made(ida, "/kit", {"name": "spare", "spec": {"kind": "battery", "count": 1}})
    making.made(ida, "/kit", {"name": "small card", "spec": {"kind": "card", "capacity_gb": 2}})
    long = {"discipline": "star_trails", "inputs": {"total_min": 240}}
    shots(ida, night, {"title": "trails", "at_utc": at("20:00"), **long})
    pack = ida.get(f"/api/v1/nights/{night['id']}/pack").json()
    found = lines_of(pack)
    assert {"thing:24 MP", "thing:zoom", "tripod:", "release:", "battery:", "card:"} <= set(found)
    # four hours open, a battery 240 min at 20 °C and 30 % less at 0 °C (common practice)
    assert "batteries of open shutter" in found["battery:"]["why"]
    assert found["card:"]["is_short"]
    assert any("on site" in line for line in pack["budget"])
    assert next(group["title"] for group in pack["groups"]) == "Camera"


def test_film_is_counted_in_frames_and_needs_no_card(ida: TestClient, night: making.Json) -> None:
    spec = {"kind": "film_back", "frame_width_mm": 36, "frame_height_mm": 24}
    film = making.made(ida, "/kit", {"name": "film", "spec": spec})
    ordering = {"takes": 3}
    shots(ida, night, {"at_utc": at("22:00"), "body_id": film["id"], "ordering": ordering})
    found = lines_of(ida.get(f"/api/v1/nights/{night['id']}/pack").json())
    assert found["film:"]["why"] == "3 frames"
    assert "card:" not in found
    assert "battery:" not in found


def test_ticks_are_kept_and_of_two_devices_the_later_counts(
    ida: TestClient, night: making.Json
) -> None:
    shots(ida, night, {"at_utc": at("22:00")})
    path = f"/api/v1/nights/{night['id']}/pack"

    def tick(is_packed: bool, clock: str) -> making.Json:
        one = {"key": "tripod:", "is_packed": is_packed, "at_utc": at(clock)}
        return ida.put(path, json={"ticks": [one]}).json()  # type: ignore[no-any-return]

    assert lines_of(tick(True, "17:00"))["tripod:"]["is_packed"]
    assert lines_of(tick(False, "16:30"))["tripod:"]["is_packed"]  # sent late by a phone
    assert not lines_of(tick(False, "17:30"))["tripod:"]["is_packed"]
    # no edit of the night: a page that is open may still be kept
    url, body = f"/api/v1/nights/{night['id']}", {**night, "title": "still mine"}
    assert ida.put(url, json=body, headers={"If-Match": '"v1"'}).is_success


def test_the_plan_is_left_on_one_page_that_leads_nowhere(
    ida: TestClient, night: making.Json
) -> None:
    shots(ida, night, {"at_utc": at("22:00"), "ordering": {"spot": "slip"}})
    path = f"/api/v1/nights/{night['id']}/leave-plan"
    text = ida.get(f"{path}.txt").text
    order = order_of(ida, night)
    for told in ("43.30200° N, 9.21400° W", "Jonas Wren", "van at the slip", "slip: 3 min"):
        assert told in text
    assert f"{local(order['back_utc'])}  back at the car" in text
    assert "http" not in text
    pdf = PdfReader(BytesIO(ida.get(f"{path}.pdf").content))
    assert len(pdf.pages) == 1
    assert "Jonas Wren" in pdf.pages[0].extract_text()


def test_the_calendar_holds_the_ways_and_the_last_moment(
    ida: TestClient, night: making.Json
) -> None:
    shots(ida, night, {"title": "lantern", "at_utc": at("22:00"), "ordering": {"spot": "slip"}})
    content = ida.get(f"/api/v1/nights/{night['id']}/calendar.ics").content
    events = {str(e["SUMMARY"]): e for e in Calendar.from_ical(content).walk("VEVENT")}
    order = order_of(ida, night)
    leaves = events["Leave home: New moon"].decoded("DTSTART")
    assert leaves == datetime.fromisoformat(order["leaves_home_utc"])
    last = events["Last moment to leave: New moon"]
    assert last.decoded("DTSTART") == datetime.fromisoformat(at("02:00"))
    assert last.walk("VALARM")
    lantern = next(e for name, e in events.items() if name.startswith("lantern: "))
    (alarm,) = lantern.walk("VALARM")
    assert alarm.decoded("TRIGGER") < timedelta(minutes=-10)


def test_a_spot_behind_the_tide_is_left_while_the_way_is_dry(ida: TestClient) -> None:
    """Twenty minutes over a causeway, dry 22:49 to 4:32: nobody works to the last minute of it."""
    place = making.place(
        ida,
        events=[f"causeway dry, water under 2.2 m, {WATERS}, on {EVENING}"],
        spots=["far end: 20 min from the car, only while causeway dry"],
    )
    night = making.night(ida, place["id"])
    shots(ida, night, {"title": "lantern", "at_utc": at("21:00"), "ordering": {"spot": "far end"}})
    (slot,) = order_of(ida, night)["slots"]
    dry = datetime.fromisoformat(at("22:49"))
    arrives = datetime.fromisoformat(slot["arrives_utc"])
    assert arrives - dry >= timedelta(minutes=19)
    ends_last = datetime.fromisoformat(slot["latest_utc"]) + (
        datetime.fromisoformat(slot["ends_utc"]) - datetime.fromisoformat(slot["starts_utc"])
    )
    assert datetime.fromisoformat(at("04:32")) - ends_last >= timedelta(minutes=21)


def test_a_spot_whose_tide_went_missing_is_no_place_to_send_anybody(ida: TestClient) -> None:
    place = making.place(ida, spots=["far end: 20 min from the car, only while causeway dry"])
    night = making.night(ida, place["id"])
    shots(ida, night, {"title": "lantern", "at_utc": at("21:00"), "ordering": {"spot": "far end"}})
    order = order_of(ida, night)
    assert order["slots"] == []
    assert "causeway dry" in order["left_out"][0]["text"]


def test_the_field_takes_the_order_along_for_any_turn_of_the_night(
    ida: TestClient, night: making.Json
) -> None:
    kept = shots(
        ida,
        night,
        *({"title": t, "at_utc": at(c)} for t, c in (("a", "20:00"), ("b", "21:00"))),
    )
    bundle = ida.get(f"/api/v1/nights/{night['id']}/field").json()
    ahead = bundle["ahead"]
    assert [shot["shot_id"] for shot in ahead["shots"]] == [shot["id"] for shot in kept]
    # left: both, one or none; last: nothing yet, or one that is not left
    assert set(ahead["pieces"]) == {"0:", "1:", "2:", "3:", "0:0", "2:0", "0:1", "1:1"}
    both = ahead["pieces"]["3:"][0]
    assert [turn["shot"] for turn in both["turns"]] == [0, 1]
    assert "until 02:00" in ahead["reach"]
    assert ahead["pieces"]["0:0"][0]["turns"] == []


def test_who_asks_again_while_late_keeps_the_shot_that_is_late(
    ida: TestClient, night: making.Json, monkeypatch: pytest.MonkeyPatch
) -> None:
    kept = shots(
        ida,
        night,
        *({"title": t, "at_utc": at(c)} for t, c in (("a", "20:00"), ("b", "22:00"))),
    )
    monkeypatch.setattr(visit, "now_utc", lambda: datetime.fromisoformat(at("21:00")))
    ahead = ida.get(f"/api/v1/nights/{night['id']}/field").json()["ahead"]
    assert [shot["shot_id"] for shot in ahead["shots"]] == [shot["id"] for shot in kept]


def test_once_the_night_goes_on_no_minute_that_has_passed_is_proposed(
    ida: TestClient, night: making.Json, monkeypatch: pytest.MonkeyPatch
) -> None:
    times = {"a": "20:00", "b": "22:00", "c": "22:20"}
    a, b, c = shots(ida, night, *({"title": t, "at_utc": at(m)} for t, m in times.items()))
    for minute in range(0, 600, 20):  # from half past five in the afternoon to half past three
        now = datetime.fromisoformat(at("17:30")) + timedelta(minutes=minute)
        monkeypatch.setattr(visit, "now_utc", lambda now=now: now)
        order = order_of(ida, night)
        proposed = [slot["starts_utc"] for slot in order["slots"]]
        proposed += [order[key] for key in ("leaves_home_utc", "arrives_utc") if order[key]]
        assert all(datetime.fromisoformat(utc) >= now for utc in proposed), (now, order)
    assert order["summary"] == "The night is over."  # the last ferry went at two
    assert order["slots"] == order["left_out"] == []

    monkeypatch.setattr(visit, "now_utc", lambda: datetime.fromisoformat(at("20:20")))
    take = making.take_body(a["id"], started_at_utc=at("20:10"), is_keeper=True)
    ida.put(f"/api/v1/takes/{uuid7()}", json=take).raise_for_status()
    older = making.take_body(b["id"], started_at_utc="2026-11-20T21:00:00Z", is_keeper=True)
    ida.put(f"/api/v1/takes/{uuid7()}", json=older).raise_for_status()  # of an earlier night
    order = order_of(ida, night)
    assert [slot["shot_id"] for slot in order["slots"]] == [b["id"], c["id"]]
    assert order["summary"].startswith("From 20:20 on, with one made: Both shots fit")
    assert order["leaves_home_utc"] is order["arrives_utc"] is None


def test_more_shots_than_anybody_works_are_said_and_the_rest_goes_on(
    ida: TestClient, night: making.Json
) -> None:
    first, *_ = shots(ida, night, {"title": "s", "at_utc": at("22:00")})
    for _ in range(60):
        made = ida.post(f"/api/v1/shots/{first['id']}/copy", json={})
        assert made.status_code == 201
    path = f"/api/v1/nights/{night['id']}"
    refused = ida.get(f"{path}/order")
    assert refused.status_code == 422
    assert "at most 60" in refused.json()["detail"]
    bundle = ida.get(f"{path}/field").json()
    assert len(bundle["shots"]) == 61
    assert bundle["ahead"] is None
    assert ida.get(f"{path}/card.pdf").status_code == 200
