"""A card comes in: read piece by piece, placed over the whole night, never twice."""

from dataclasses import replace
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from fastapi.testclient import TestClient
from uuid6 import uuid7

from patient_owl.core.errors import OwlError, WrongValue
from patient_owl.formats.xmp import sidecar_xmp
from patient_owl.journal.cards.folder import account_called, bring_in, night_called
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.storage.base import now_utc
from patient_owl.ports.simulated import simulated_devices
from tests import files
from tests.app import making
from tests.app.making import Json
from tests.app.test_cost import counted

HEAD = 131_072


def begun(client: TestClient, **over: Any) -> str:
    found: str = making.made(client, "/intakes", {"label": "Card A", **over})["id"]
    return found


def sent(client: TestClient, card: str, content: bytes, name: str = "a.jpg") -> tuple[Json, int]:
    """As the page sends a file: its head, then what is wanted; and how many bytes that took."""
    pieces = [(0, content[:HEAD])]
    while True:
        answer = client.post(
            f"/api/v1/intakes/{card}/files",
            data={
                "name": name,
                "size_bytes": len(content),
                "starts": [start for start, _ in pieces],
            },
            files=[("pieces", (name, piece)) for _, piece in pieces],
        )
        assert answer.status_code == 200, answer.text
        told: Json = answer.json()
        if told["outcome"] != "wants":
            return told, sum(len(piece) for _, piece in pieces)
        pieces += [(one["start"], content[one["start"] : one["end"]]) for one in told["wants"]]
        assert len(pieces) < 8


def placed(client: TestClient, card: str) -> Json:
    answer = client.post(f"/api/v1/intakes/{card}/placed")
    assert answer.status_code == 200, answer.text
    found: Json = answer.json()
    return found


def photos_of(client: TestClient, card: str) -> list[Json]:
    answer = client.get(f"/api/v1/intakes/{card}/photos")
    assert answer.status_code == 200, answer.text
    found: list[Json] = answer.json()
    return found


def take(client: TestClient, shot_id: str, at: datetime, **over: Any) -> str:
    take_id = str(uuid7())
    body = making.take_body(shot_id, started_at_utc=at.isoformat() + "Z", verdicts={}, **over)
    assert client.put(f"/api/v1/takes/{take_id}", json=body).status_code == 201
    return take_id


def evening(client: TestClient) -> tuple[str, list[str], list[datetime]]:
    """Two shots of a night, three takes each."""
    night = making.night(client)["id"]
    first, second = (making.shot(client, night)["id"] for _ in range(2))
    times = [
        datetime(2026, 12, 9, 22, 40) + timedelta(seconds=97 * k + 7 * k * k) for k in range(6)
    ]
    takes = [take(client, (first, second)[k // 3], at) for k, at in enumerate(times)]
    return night, takes, times


def test_a_card_is_matched_to_the_takes_of_every_shot_of_its_night(ida: TestClient) -> None:
    night, takes, times = evening(ida)
    card = begun(ida, night_id=night)
    # the camera is set to the zone one hour east of the place's, and seven minutes fast
    ahead = timedelta(hours=2, minutes=7)
    for k, at in enumerate(times):
        told, _ = sent(ida, card, files.jpeg(at=at + ahead, seed=k), f"{k}.jpg")
        assert told["outcome"] == "taken"
    found = placed(ida, card)
    photos = photos_of(ida, card)
    assert [photo["take_id"] for photo in photos] == takes
    assert [(found["pictures"], shot["pictures"]) for shot in found["shots"]] == [(6, 3), (6, 3)]
    assert found["clocks"] == [
        "The camera: its clock was 1 h 7 min fast, told by the takes of the night."
    ]
    first = photos[0]
    assert first["camera_clock"] == "2026-12-10T00:47:00"  # no zone is put to it
    assert first["taken_at_utc"] == "2026-12-09T22:40:00Z"
    assert first["taken_text"] == "23:40:00; the camera said 00:47:00, 1 h 7 min fast"


def test_placing_a_card_asks_the_database_no_oftener_for_more_pictures(
    app: Any, ida: TestClient
) -> None:
    night = making.night(ida)["id"]
    asked = []
    for first, count in ((0, 2), (2, 12)):
        card = begun(ida, night_id=night)
        for k in range(first, first + count):
            at = datetime(2026, 12, 9, 23) + timedelta(minutes=k)
            sent(ida, card, files.jpeg(at=at, seed=k), f"{k}.jpg")
        with counted(app) as statements:
            placed(ida, card)
        # those that change a row each are one round trip
        asked.append([one for one in statements if one.startswith("SELECT")])
    few, many = asked
    assert len(many) == len(few)


def test_more_pictures_of_a_card_may_show_that_one_was_taken_for_another(ida: TestClient) -> None:
    night, takes, times = evening(ida)
    card = begun(ida, night_id=night)
    ahead = timedelta(hours=1, minutes=2)  # the place's own hour, and two minutes fast
    sent(ida, card, files.jpeg(at=times[1] + timedelta(seconds=52) + ahead), "test.jpg")
    placed(ida, card)
    # alone it is of the take its clock is nearest to
    assert photos_of(ida, card)[0]["take_id"] == takes[2]
    for k, at in enumerate(times):
        sent(ida, card, files.jpeg(at=at + ahead, seed=k + 2), f"{k}.jpg")
    placed(ida, card)
    found = {photo["file_name"]: photo["take_id"] for photo in photos_of(ida, card)}
    assert found == {f"{k}.jpg": take for k, take in enumerate(takes)} | {"test.jpg": None}


def test_two_cameras_on_a_card_have_clocks_of_their_own_a_year_apart(ida: TestClient) -> None:
    night, takes, times = evening(ida)
    card = begun(ida, night_id=night)
    for k, at in enumerate(times):
        off = timedelta(days=-365) if k < 3 else timedelta(hours=1)
        picture = files.jpeg(at=at + off, seed=k, camera="one" if k < 3 else "two")
        sent(ida, card, picture, f"{k}.jpg")
    found = placed(ida, card)
    assert {photo["take_id"] for photo in photos_of(ida, card)} == set(takes)
    assert [text.split(":")[0] for text in found["clocks"]] == ["one", "two"]


def test_of_a_raw_file_only_its_head_and_its_preview_travel(ida: TestClient) -> None:
    card = begun(ida)
    light = np.random.default_rng(5).random((1500, 2200))
    raw = files.dng(light, datetime(2026, 12, 9, 23, 41), files.jpeg(size=1200))
    told, travelled = sent(ida, card, raw, "a.dng")
    assert told["outcome"] == "taken"
    assert travelled < 400_000 < len(raw) / 10
    photo = photos_of(ida, card)[0]
    assert photo["settings"] == "30 s, f/2.8, ISO 1600"
    pixels = ida.get(f"/api/v1/photos/{photo['id']}/pixels.jpg").content
    assert pixels[:2] == b"\xff\xd8"


def test_the_same_card_comes_in_once_and_a_raw_with_its_jpeg_is_one_frame(ida: TestClient) -> None:
    at = datetime(2026, 12, 9, 23, 41)
    pictures = {"a.heic": files.heic(at=at), "b.jpg": files.jpeg(at=at + timedelta(minutes=3))}
    first, again = begun(ida), begun(ida)
    for name, content in pictures.items():
        assert sent(ida, first, content, name)[0]["outcome"] == "taken"
    for name, content in pictures.items():
        assert sent(ida, again, content, name)[0]["outcome"] == "known"
    told, _ = sent(ida, first, files.jpeg(90, at, seed=9), "A.JPG")
    assert told == told | {"outcome": "beside", "text": "the same frame as a.heic; kept as one"}
    assert len(photos_of(ida, first)) == 2


def test_what_another_program_thought_of_a_picture_comes_with_it(ida: TestClient) -> None:
    night, _, times = evening(ida)
    card, again = begun(ida, night_id=night), begun(ida)
    at = times[0] + timedelta(hours=1)
    sent(ida, card, files.jpeg(at=at), "DSC1.JPG")
    sent(ida, card, files.dng(at=at), "DSC1.DNG")
    thought = files.sidecar(description="fog", tags=["quay"])
    xmp = sidecar_xmp(thought)
    told, _ = sent(ida, card, xmp, "dsc1.xmp")
    assert told == told | {"outcome": "beside", "text": "what it says is kept with DSC1.JPG"}
    said = {"pick": "kept", "rating": 4, "note": "fog", "tags": ["quay"]}
    photo = photos_of(ida, card)[0]
    assert photo == photo | said
    placed(ida, card)
    photo = photos_of(ida, card)[0]
    links = ida.get(f"/api/v1/shots/{photo['shot_id']}/chain").json()["links"]
    assert [link["take"]["is_keeper"] for link in links] == [True, False, False]
    # what was judged here stays; a card that comes in again finds its picture too
    changed = sidecar_xmp(replace(thought, rating=1, tags=["pier"]))
    assert sent(ida, again, changed, "DSC1.DNG.xmp")[0]["outcome"] == "beside"
    photo = photos_of(ida, card)[0]
    assert photo == photo | said | {"tags": ["quay", "pier"]}
    assert sent(ida, again, changed, "DSC1.xmp")[0]["text"] == (
        "nothing in it that DSC1.JPG has not already"
    )
    bomb = b'<!DOCTYPE x [<!ENTITY a "aaaa">]><x>&a;</x>'
    assert sent(ida, again, bomb, "DSC1.xmp")[0]["outcome"] == "refused"
    lost, _ = sent(ida, again, xmp, "DSC2.xmp")
    assert lost["text"] == (
        "No picture of its name. Taken are sidecars of a picture that came before."
    )


@pytest.mark.parametrize(
    ("name", "content"),
    [
        ("clip.mp4", b"\0\0\0\x20ftypisom" + bytes(300_000)),
        ("notes.txt", b"three keepers tonight"),
        ("empty.jpg", b""),
        ("cut.dng", files.dng()[:60_000]),
        ("cut.jpg", files.jpeg()[:900]),
        ("..\\..\\e\nvil/x.jpg", b"\xff\xd8\xff\xe1 no picture"),
        ("a.xml", b'<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "&b;">]><x:xmpmeta/>'),
    ],
)
def test_what_is_no_picture_is_said_and_the_rest_goes_on(
    ida: TestClient, name: str, content: bytes
) -> None:
    card = begun(ida)
    told, travelled = sent(ida, card, content, name)
    assert told["outcome"] == "refused"
    assert "JPEG" in told["text"]
    assert travelled <= 2 * HEAD  # of a video no more than its head
    good, _ = sent(ida, card, files.jpeg(), "e/vil\n.jpg")
    assert good["outcome"] == "taken"
    assert photos_of(ida, card)[0]["file_name"] == "vil .jpg"


def test_pictures_without_a_take_become_takes_of_the_likeliest_shot(ida: TestClient) -> None:
    night, _, _ = evening(ida)
    late = making.shot(ida, night, title="The late one", at_utc="2026-12-10T02:00:00Z")
    card = begun(ida, night_id=night)
    # frames a second apart, each twice the exposure before it: a bracket
    begins = datetime(2026, 12, 10, 3, 10)
    for k, exposure in enumerate((1, 2, 4)):
        begins += timedelta(seconds=exposure + 1)
        sent(ida, card, files.jpeg(at=begins, seed=k, exposure_s=exposure), f"{k}.jpg")
    unplaced = placed(ida, card)["unplaced"]
    assert [one["kind"] for one in unplaced] == ["bracket"]
    assert unplaced[0]["likeliest_shot_id"] == late["id"]
    body = {"photo_ids": unplaced[0]["photo_ids"]}
    links = making.made(ida, f"/shots/{late['id']}/photos/takes", body)["links"]
    assert ida.get(f"/api/v1/intakes/{card}").json()["unplaced"] == []
    assert [(link["take"]["frames"], len(link["photos"])) for link in links] == [(3, 3)]


def test_settings_that_no_camera_has_make_no_take(ida: TestClient) -> None:
    shot = making.shot(ida)
    card = begun(ida, night_id=shot["night_id"])
    sent(ida, card, files.jpeg(at=datetime(2026, 12, 9, 23, 41), exposure_s=9_000_000))
    (unplaced,) = placed(ida, card)["unplaced"]
    path = f"/api/v1/shots/{shot['id']}/photos/takes"
    answer = ida.post(path, json={"photo_ids": unplaced["photo_ids"]})
    assert answer.status_code == 422
    assert "a camera could have" in answer.text
    assert ida.get(f"/api/v1/shots/{shot['id']}/chain").json()["links"] == []


def test_what_is_not_placed_stands_with_its_night_and_is_placed_from_there(
    ida: TestClient, signed_in: Any
) -> None:
    shot = making.shot(ida)
    card = begun(ida)  # for no night: what it says of the time decides
    for k, hour in enumerate((0, 1, 12)):  # two in the night, one at noon of the day after
        at = datetime(2026, 12, 10, hour, 30)
        sent(ida, card, files.jpeg(at=at, seed=k), f"{k}.jpg")
    assert len(placed(ida, card)["unplaced"]) == 3
    sheet = f"/api/v1/nights/{shot['night_id']}/pictures"
    loose = [photo["id"] for photo in ida.get(sheet).json()["photos"]]
    assert len(loose) == 2
    path = f"/api/v1/shots/{shot['id']}/photos/takes"
    assert signed_in("Jonas").post(path, json={"photo_ids": loose}).status_code == 404
    assert ida.post(path, json={"photo_ids": [str(uuid7())]}).status_code == 422
    ida.post(path, json={"photo_ids": loose}).raise_for_status()
    assert {photo["shot_id"] for photo in ida.get(sheet).json()["photos"]} == {shot["id"]}


def test_pictures_of_no_night_become_a_night_of_their_own(ida: TestClient) -> None:
    making.shot(ida)
    card = begun(ida)
    sent(ida, card, files.jpeg(at=datetime(2026, 10, 3, 1, 15)))
    loose = placed(ida, card)["unplaced"][0]
    assert loose["likeliest_shot_id"] is None
    place_id = making.place(ida, name="Alder Mill")["id"]
    body = {"photo_ids": loose["photo_ids"], "place_id": place_id, "title": "Silk"}
    shot = making.made(ida, f"/intakes/{card}/night", body)
    night = ida.get(f"/api/v1/nights/{shot['night_id']}").json()
    assert (night["evening_date"], night["title"]) == ("2026-10-02", "Silk")


def test_a_keeper_is_kept_by_its_pictures_and_one_of_a_set_is_the_best(
    ida: TestClient, signed_in: Any
) -> None:
    night, _, times = evening(ida)
    card = begun(ida, night_id=night)
    sent(ida, card, files.jpeg(at=times[0] + timedelta(hours=1)))
    sent(ida, card, files.jpeg(at=times[1] + timedelta(hours=1), seed=2))
    placed(ida, card)
    photo = photos_of(ida, card)[0]
    path, read = f"/api/v1/photos/{photo['id']}/judged", {"If-Match": f'"v{photo["version"]}"'}
    judged = {"pick": "kept", "rating": 4, "is_best": True, "tags": ["fog", "fog"], "note": "x"}
    answer = ida.put(path, json=judged, headers=read)
    assert answer.json() == answer.json() | judged | {"tags": ["fog"]}
    assert ida.put(path, json=judged, headers=read).status_code == 412
    assert signed_in("Jonas").put(path, json=judged, headers=read).status_code == 404
    links = ida.get(f"/api/v1/shots/{photo['shot_id']}/chain").json()["links"]
    assert [link["take"]["is_keeper"] for link in links] == [True, False, False]
    ends = ida.get(f"/api/v1/photos/{photo['id']}/ends.png")
    assert ends.content[:4] == b"\x89PNG"


def test_a_folder_of_the_machine_comes_in_as_a_page_would_send_it(
    ida: TestClient, app: Any, tmp_path: Path
) -> None:
    night, takes, times = evening(ida)
    for k, at in enumerate(times):
        content = files.jpeg(at=at + timedelta(hours=1), seed=k)
        (tmp_path / f"{k}.JPG").write_bytes(content)
    (tmp_path / "deeper").mkdir()
    (tmp_path / "deeper" / "notes.txt").write_text("three keepers")
    (tmp_path / ".hidden.jpg").write_bytes(b"x")
    told: list[str] = []
    with app.state.sessions() as session:
        user = account_called(session, "")
        visit = Visit(session, user, simulated_devices(), now_utc())
        night_id = night_called(session, user, "new MOON")
        assert str(night_id) == night
        found = bring_in(visit, tmp_path, night_id, told.append, keeps_pixels=False)
        again = bring_in(visit, tmp_path, night_id, told.append, keeps_pixels=False)
        with pytest.raises(WrongValue, match="one of: ida@"):
            account_called(session, "nobody@example.org")
        with pytest.raises(OwlError, match="0 nights"):
            night_called(session, user, "no such night")
    assert [photo["take_id"] for photo in photos_of(ida, str(found.id))] == takes
    assert again.pictures == 0
    assert len(told) == 2 * (len(times) + 1)
    assert any(text.startswith("notes.txt: Something that cannot be read") for text in told)
