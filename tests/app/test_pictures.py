"""Pictures in, matched to takes, and what they do to the advice; cards and the field bundle."""

import asyncio
import io
from datetime import datetime, timedelta
from typing import Any

import numpy as np
import piexif
import pytest
from fastapi.testclient import TestClient
from PIL import Image
from pypdf import PdfReader
from uuid6 import uuid7

from tests.app import making


def jpeg(
    level: int = 60,
    at: datetime | None = None,
    size: int = 400,
    exposure_s: int = 4,
    **exif: Any,
) -> bytes:
    """A grey picture; its EXIF is written by another library than the one that reads it."""
    noise = np.random.default_rng(1).integers(-6, 7, (size * 2 // 3, size, 3))
    image = Image.fromarray(np.clip(level + noise, 0, 255).astype("uint8"))
    tags = {piexif.ExifIFD.ExposureTime: (exposure_s, 1), piexif.ExifIFD.FNumber: (28, 10)}
    tags[piexif.ExifIFD.ISOSpeedRatings] = 6400
    if at is not None:
        tags[piexif.ExifIFD.DateTimeOriginal] = at.strftime("%Y:%m:%d %H:%M:%S")
    out = io.BytesIO()
    image.save(out, "JPEG", exif=piexif.dump({"Exif": {**tags, **exif}}))
    return out.getvalue()


def upload(client: TestClient, shot_id: str, content: bytes, **form: Any) -> Any:
    files = {"file": ("frame.jpg", content)}
    return client.post(f"/api/v1/shots/{shot_id}/photos", files=files, data=form)


def shot_with_takes(client: TestClient, count: int) -> tuple[str, list[str]]:
    shot = making.shot(client)
    ids = [str(uuid7()) for _ in range(count)]
    for k, take_id in enumerate(ids):
        body = making.take_body(
            shot["id"], started_at_utc=f"2026-12-09T22:{41 + 2 * k}:00Z", verdicts={}
        )
        assert client.put(f"/api/v1/takes/{take_id}", json=body).status_code == 201
    return shot["id"], ids


def test_exif_written_by_another_library_is_read(ida: TestClient) -> None:
    shot_id, _ = shot_with_takes(ida, 0)
    photo = upload(ida, shot_id, jpeg(at=datetime(2026, 12, 9, 23, 41))).json()
    assert photo["settings"] == "4 s, f/2.8, ISO 6400"
    assert photo["camera_clock"] == "2026-12-09T23:41:00"
    thumbnail = ida.get(f"/api/v1/photos/{photo['id']}/thumbnail.jpg").content
    assert Image.open(io.BytesIO(thumbnail)).size[0] <= 480


# IEC 61966-2-1: sRGB level 118 is 18 % of full light; 60 is 4.5 %, two stops under.
def test_the_histogram_is_read_in_stops(ida: TestClient) -> None:
    shot_id, _ = shot_with_takes(ida, 0)
    reading = upload(ida, shot_id, jpeg(60)).json()["reading"]
    assert reading["median_stops"] == pytest.approx(-2.0, abs=0.1)
    white = upload(ida, shot_id, jpeg(255)).json()["reading"]
    assert white["clipped_share"] > 0.4


def test_pictures_find_their_takes_although_the_camera_runs_an_hour_and_a_bit_fast(
    ida: TestClient,
) -> None:
    shot_id, takes = shot_with_takes(ida, 3)
    wrong = timedelta(hours=1, minutes=7)
    for k in (2, 0, 1):
        at = datetime(2026, 12, 9, 22, 41 + 2 * k, k) + wrong
        assert upload(ida, shot_id, jpeg(at=at)).status_code == 201
    stray = jpeg(at=datetime(2026, 12, 9, 12, 0) + wrong)
    upload(ida, shot_id, stray)
    answer = ida.post(f"/api/v1/shots/{shot_id}/photos/match").json()
    assert answer["matched"] == 3
    assert "is 7 min fast" in answer["text"]
    chain = ida.get(f"/api/v1/shots/{shot_id}/chain").json()
    assert [len(link["photos"]) for link in chain["links"]] == [1, 1, 1]
    assert len(chain["loose_photos"]) == 1
    loose = chain["loose_photos"][0]
    path, read = f"/api/v1/photos/{loose['id']}/take", {"If-Match": f'"v{loose["version"]}"'}
    given = ida.put(path, json={"take_id": takes[0]}, headers=read)
    assert given.json()["take_id"] == takes[0]
    assert ida.put(path, json={"take_id": None}, headers=read).status_code == 412


# A frame holds sky, shadow and lamps: its middle is nobody's subject.
@pytest.mark.parametrize("level", [0, 28, 255])
def test_a_picture_moves_no_setting_by_its_histogram(ida: TestClient, level: int) -> None:
    shot_id, takes = shot_with_takes(ida, 1)
    before = ida.get(f"/api/v1/shots/{shot_id}/chain").json()["advice"]
    photo = upload(ida, shot_id, jpeg(level)).json()
    path = f"/api/v1/photos/{photo['id']}/take"
    ida.put(path, json={"take_id": takes[0]}, headers={"If-Match": "*"})
    assert ida.get(f"/api/v1/shots/{shot_id}/chain").json()["advice"] == before


def test_a_take_and_its_pictures_are_kept_together_whoever_says_so(ida: TestClient) -> None:
    shot_id, takes = shot_with_takes(ida, 1)
    photos = [upload(ida, shot_id, jpeg(level)).json() for level in (60, 90)]

    def kept() -> tuple[bool, list[str]]:
        [link] = ida.get(f"/api/v1/shots/{shot_id}/chain").json()["links"]
        return link["take"]["is_keeper"], [photo["pick"] for photo in link["photos"]]

    def judge(photo: making.Json, pick: str) -> None:
        path = f"/api/v1/photos/{photo['id']}/judged"
        assert ida.put(path, json={"pick": pick}, headers={"If-Match": "*"}).status_code == 200

    judge(photos[0], "kept")  # before anybody knows what it is of
    for photo in photos:
        path = f"/api/v1/photos/{photo['id']}/take"
        ida.put(path, json={"take_id": takes[0]}, headers={"If-Match": "*"})
    assert kept() == (True, ["kept", ""])
    judge(photos[0], "rejected")
    assert kept() == (False, ["rejected", ""])
    [link] = ida.get(f"/api/v1/shots/{shot_id}/chain").json()["links"]
    own = {key: value for key, value in link["take"].items() if key not in ("id", "version")}
    path = f"/api/v1/takes/{takes[0]}"
    ida.put(path, json={**own, "is_keeper": True}, headers={"If-Match": "*"})
    assert kept() == (True, ["rejected", "kept"])
    ida.delete(f"/api/v1/photos/{photos[1]['id']}")
    assert kept() == (False, ["rejected"])
    ida.post(f"/api/v1/photos/{photos[1]['id']}/restore")
    assert kept() == (True, ["rejected", "kept"])


@pytest.mark.parametrize("form", ["PNG", "TIFF"])
def test_other_pictures_and_a_raw_files_preview_are_read(ida: TestClient, form: str) -> None:
    shot_id, _ = shot_with_takes(ida, 0)
    out = io.BytesIO()
    Image.open(io.BytesIO(jpeg(60))).save(out, form)
    assert upload(ida, shot_id, out.getvalue()).status_code == 201
    raw = b"II*\0" + bytes(200) + jpeg(60) + bytes(500)
    photo = upload(ida, shot_id, raw).json()
    assert photo["width_px"] == 400


def bomb() -> bytes:
    out = io.BytesIO()
    Image.new("1", (30_000, 30_000)).save(out, "PNG")
    return out.getvalue()


@pytest.mark.parametrize(
    ("content", "words"),
    [
        (b"", "cannot be read"),
        (b"not a picture at all", "cannot be read"),
        (jpeg()[:900], "cannot be read"),
        (b"II*\0" + jpeg()[:700], "cannot be read"),
        (bomb(), "megapixels of its kind"),
        (b"\xff\xd8\xff" * 1_400_000, "cannot be read"),
        (b"II*\0" + b"\xff\xd8\xff\xdb\0\2" * 700_000, "cannot be read"),
    ],
)
def test_what_is_no_picture_is_refused_in_words(
    ida: TestClient, content: bytes, words: str
) -> None:
    shot_id, _ = shot_with_takes(ida, 0)
    answer = upload(ida, shot_id, content)
    assert answer.status_code == 422
    assert words in answer.json()["detail"]
    assert ida.get(f"/api/v1/shots/{shot_id}/photos").json() == []


def test_an_upload_beyond_all_measure_is_refused_before_it_is_read(ida: TestClient) -> None:
    shot_id, _ = shot_with_takes(ida, 0)
    headers = {"Content-Length": str(300_000_000), "Content-Type": "multipart/form-data"}
    answer = ida.post(f"/api/v1/shots/{shot_id}/photos", content=b"x", headers=headers)
    assert answer.status_code == 413
    assert "At most 81 MB" in answer.json()["detail"]


def test_nothing_a_stranger_uploads_is_read(visitor: TestClient, app: Any) -> None:
    headers = {"Content-Type": "multipart/form-data; boundary=x"}
    for path in ("/shots/018f0000-0000-7000-8000-000000000009/photos", "/waypoints"):
        answer = visitor.post(f"/api/v1{path}", content=b"--x", headers=headers)
        assert answer.status_code == 401
    reads: list[str] = []
    asyncio.run(_asked(app, "/api/v1/waypoints", reads))
    assert reads == []


async def _asked(app: Any, path: str, reads: list[str]) -> None:
    """The application asked straight, so that its reading of the body is seen."""

    async def receive() -> dict[str, Any]:
        reads.append(path)
        return {"type": "http.request", "body": b"", "more_body": False}

    async def send(_: Any) -> None:
        pass

    headers = [(b"content-type", b"multipart/form-data; boundary=x")]
    scope = {"type": "http", "method": "POST", "path": path, "headers": headers}
    scope |= {"query_string": b"", "http_version": "1.1", "scheme": "http", "root_path": ""}
    await app({**scope, "raw_path": path.encode()}, receive, send)


@pytest.mark.parametrize("lie", ["1970:01:01 00:00:00", "2026:99:99 99:99:99", "yesterday", ""])
def test_a_clock_that_lies_is_no_clock(ida: TestClient, lie: str) -> None:
    shot_id, _ = shot_with_takes(ida, 1)
    assert upload(ida, shot_id, lying(lie)).json()["camera_clock"] is None
    answer = ida.post(f"/api/v1/shots/{shot_id}/photos/match").json()
    assert answer["matched"] == 0


def lying(lie: str) -> bytes:
    out = io.BytesIO()
    tags = piexif.dump({"Exif": {piexif.ExifIFD.DateTimeOriginal: lie}})
    Image.open(io.BytesIO(jpeg())).save(out, "JPEG", exif=tags)
    return out.getvalue()


def test_a_file_is_kept_only_when_asked_and_comes_back_whole(
    ida: TestClient, signed_in: Any
) -> None:
    shot_id, _ = shot_with_takes(ida, 0)
    content = jpeg() + bytes(9_000_000)
    kept = upload(ida, shot_id, content, keep="true").json()
    assert ida.get(f"/api/v1/photos/{kept['id']}/file").content == content
    loose = upload(ida, shot_id, jpeg()).json()
    assert ida.get(f"/api/v1/photos/{loose['id']}/file").status_code == 404
    assert signed_in("Jonas").get(f"/api/v1/photos/{kept['id']}/file").status_code == 404


def test_the_bundle_answers_every_word_as_the_chain_would(ida: TestClient) -> None:
    night = making.night(ida)
    shot = making.shot(ida, night["id"])
    bundle = ida.get(f"/api/v1/nights/{night['id']}/field").json()
    mine = bundle["shots"][0]
    assert [v["key"] for v in bundle["verdicts"]] == [
        key.split("=")[1] for key in mine["answers"] if "hump" not in key
    ]
    foretold = mine["answers"]["whole=dark"]
    assert [light["key"] for light in mine["lights"]] == ["whole"]
    set_now = mine["settings"][mine["setting"]]["values"]
    body = making.take_body(shot["id"], **set_now, started_at_utc=shot["at_utc"])
    ida.put(f"/api/v1/takes/{uuid7()}", json=body)
    advice = ida.get(f"/api/v1/shots/{shot['id']}/chain").json()["advice"]
    assert mine["settings"][foretold["setting"]]["text"] == advice["settings"]
    # the field has the change beside them
    assert foretold["reasons"] == [text for text in advice["reasons"] if "→" not in text]
    again = ida.get(f"/api/v1/shots/{shot['id']}/field").json()
    assert again["takes"] == 1
    after = [
        of["settings"][answers["whole=right"]["setting"]]["text"]
        for of, answers in ((again, again["answers"]), (mine, foretold["after"]))
    ]
    assert after[0] == after[1]


def test_a_card_for_falling_light_says_the_settings_by_the_minute(ida: TestClient) -> None:
    every = {"series_every_min": 10, "series_lasts_min": 60}
    inputs = {"lit_by": "natural", "between": "open", **every}
    dusk = {"at_utc": "2026-12-09T17:40:00Z", "discipline": "cityscape", "inputs": inputs}
    shot = making.shot(ida, **dusk)
    card = PdfReader(io.BytesIO(ida.get(f"/api/v1/shots/{shot['id']}/card.pdf").content))
    assert len(card.pages) == 1
    text = card.pages[0].extract_text()
    assert "The series" in text
    assert all(clock in text for clock in ("18:40", "19:00", "19:40"))


def test_cards_are_one_page_a_subject_and_say_the_settings(ida: TestClient) -> None:
    night = making.night(ida)
    shots = [making.shot(ida, night["id"], title=f"Shot number {k}") for k in range(9)]
    card = PdfReader(io.BytesIO(ida.get(f"/api/v1/nights/{night['id']}/card.pdf").content))
    shown, packed = (page.extract_text() for page in card.pages)  # the night; what to take
    assert all(f"Shot number {k}" in shown for k in range(9))
    assert "tripod" in packed
    one = PdfReader(io.BytesIO(ida.get(f"/api/v1/shots/{shots[0]['id']}/card.pdf").content))
    assert len(one.pages) == 1
    assert "a touch dark" in one.pages[0].extract_text()


def test_a_picture_nobody_noted_becomes_a_take_by_what_its_file_says(ida: TestClient) -> None:
    shot_id, _ = shot_with_takes(ida, 1)
    photo = upload(ida, shot_id, jpeg(60)).json()
    path = f"/api/v1/photos/{photo['id']}/take"
    answer = ida.post(path)
    assert answer.status_code == 201, answer.text
    chain = answer.json()
    taken = [link for link in chain["links"] if link["photos"]]
    assert [link["take"]["iso"] for link in taken] == [6400]
    assert len(chain["links"]) == 2
    assert chain["loose_photos"] == []
    assert ida.post(path).status_code == 409


def read_off(client: TestClient, photo_id: str, x: float, key: str = "whole") -> Any:
    tap = {"x_share": x, "y_share": 0.5}
    return client.put(f"/api/v1/photos/{photo_id}/spots/{key}", json=tap)


# IEC 61966-2-1: level 42 is 2.3 % of full light, three stops under 18 %.
def test_a_light_tapped_in_a_picture_is_evidence_without_a_word(ida: TestClient) -> None:
    shot_id, (take_id,) = shot_with_takes(ida, 1)
    photo = upload(ida, shot_id, jpeg(42)).json()
    lights = ida.get(f"/api/v1/photos/{photo['id']}/spots").json()
    assert "belongs to no take" in lights["trouble"]
    assert read_off(ida, photo["id"], 0.5).status_code == 409
    give = f"/api/v1/photos/{photo['id']}/take"
    headers = {"If-Match": f'"{photo["version"]}"'}
    ida.put(give, json={"take_id": take_id}, headers=headers).raise_for_status()

    key = ida.get(f"/api/v1/photos/{photo['id']}/spots").json()["lights"][0]["key"]
    before = ida.get(f"/api/v1/shots/{shot_id}/chain").json()["advice"]
    read = read_off(ida, photo["id"], 0.5, key).json()["lights"][0]["text"]
    assert read.startswith("3 stops under mid-grey, ±\xa00.3; 1 stop darker")
    after = ida.get(f"/api/v1/shots/{shot_id}/chain").json()
    assert after["advice"]["change_stops"] > 0 == before["change_stops"]
    assert after["advice"]["sigma_stops"] < 0.5 < before["sigma_stops"]
    assert read in after["links"][0]["read"][0]

    ida.delete(f"/api/v1/photos/{photo['id']}/spots/{key}").raise_for_status()
    assert ida.get(f"/api/v1/shots/{shot_id}/chain").json()["advice"] == before
    refusals = read_off(ida, photo["id"], 0.5, "moon_9"), read_off(ida, photo["id"], 1.2, key)
    assert [refused.status_code for refused in refusals] == [404, 422]


def test_a_frame_of_a_bracket_is_read_as_the_settings_it_was_made_with(ida: TestClient) -> None:
    shot_id, (take_id,) = shot_with_takes(ida, 1)
    texts = []
    for exposure_s, level in ((4, 60), (8, 83)):  # twice the time, twice the light: 9 % is level 83
        content = jpeg(level, exposure_s=exposure_s)
        photo = upload(ida, shot_id, content).json()
        headers = {"If-Match": f'"{photo["version"]}"'}
        give = f"/api/v1/photos/{photo['id']}/take"
        ida.put(give, json={"take_id": take_id}, headers=headers).raise_for_status()
        key = ida.get(f"/api/v1/photos/{photo['id']}/spots").json()["lights"][0]["key"]
        texts.append(read_off(ida, photo["id"], 0.5, key).json()["lights"][0]["text"])
    assert texts[0] == texts[1]


def test_pictures_are_compared_with_the_first_of_the_same_scene_only(ida: TestClient) -> None:
    shot_id, _ = shot_with_takes(ida, 0)
    light = np.random.default_rng(4).random((1, 12)).repeat(50, axis=1) * 100 + 40

    def frame(levels: np.ndarray, minute: int) -> bytes:
        picture = Image.fromarray(levels.repeat(400, axis=0).astype("uint8")).convert("RGB")
        out = io.BytesIO()
        taken = {piexif.ExifIFD.DateTimeOriginal: f"2026:12:09 23:{minute}:00"}
        picture.save(out, "JPEG", quality=95, exif=piexif.dump({"Exif": taken}))
        return out.getvalue()

    def half(levels: np.ndarray) -> np.ndarray:  # by the standard's own curve, from memory
        linear = ((levels / 255 + 0.055) / 1.055) ** 2.4 / 2
        return (1.055 * linear ** (1 / 2.4) - 0.055) * 255

    for minute, levels in ((41, light), (43, half(light)), (45, light[:, ::-1])):
        upload(ida, shot_id, frame(levels, minute))
    chain = ida.get(f"/api/v1/shots/{shot_id}/chain").json()
    first, second, third = [photo["compared"] for photo in chain["loose_photos"]]
    assert second.startswith("1 stop darker than")
    assert first == third == ""
