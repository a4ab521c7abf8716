"""The computed picture over the API: what it shows, what it refuses, what it gives up."""

import base64
import io
from typing import Any

import pytest
from fastapi.testclient import TestClient
from PIL import Image

from patient_owl.platform.http.newest import Newest
from patient_owl.ports.errors import WrongState
from tests.app import making
from tests.app.conftest import SignedIn

TOWER = {
    "shape": "tower",
    "height_m": 28,
    "width_m": 9,
    "distance_m": 95,
    "bearing_true_deg": 180,
}


def asked(client: TestClient, shot: Any, **over: Any) -> dict[str, Any]:
    drawn = {key: shot[key] for key in shot if key not in ("id", "night_id", "version")}
    return {"night_id": shot["night_id"], "shot": drawn, "width_px": 240, **over}


def computed(client: TestClient, shot: Any, **over: Any) -> Any:
    answer = client.post("/api/v1/computed/picture", json=asked(client, shot, **over))
    assert answer.status_code == 200, answer.text
    return answer.json()


def image_of(picture: Any) -> Image.Image:
    return Image.open(io.BytesIO(base64.b64decode(picture["image"])))


def test_a_shot_has_its_picture_its_histogram_and_where_each_light_lands(ida: TestClient) -> None:
    shot = making.shot(ida, orientation="portrait")
    picture = computed(ida, shot)
    assert image_of(picture).size == (240, 360) == (picture["width_px"], picture["height_px"])
    assert sum(picture["histogram"]) == 240 * 360
    [sky] = picture["lands"]
    plan = ida.get(f"/api/v1/shots/{shot['id']}/plan").json()
    assert sky["name"].capitalize() == plan["parts"][0]["name"]
    assert "mid-grey" in picture["reading"]
    assert picture["window_of_1_to_1"] == pytest.approx(240 / 4000)
    again = computed(ida, shot)
    assert again["image"] == picture["image"]  # the same shot draws the same chance
    small = ida.get(f"/api/v1/shots/{shot['id']}/computed.jpg", params={"width_px": 90})
    assert Image.open(io.BytesIO(small.content)).size == (90, 135)


def test_other_settings_are_told_by_what_they_change(ida: TestClient) -> None:
    shot = making.shot(ida)
    others = ida.post("/api/v1/computed/others", json=asked(ida, shot)).json()
    assert any(one["label"] == "the same light" for one in others)
    other = next(one for one in others if one["label"].startswith("bracket"))
    picture = computed(ida, shot, settings=other["values"])
    assert any("stop" in line for line in picture["difference"])
    assert computed(ida, shot)["difference"] == []
    texts = [one["text"] for one in others]
    assert all(texts)


def test_a_spot_says_what_it_is_and_how_clean(ida: TestClient) -> None:
    shot = making.shot(ida, stand_in=TOWER, tilt_deg=5, bearing_true_deg=180)
    sky = ida.post("/api/v1/computed/spot", json=asked(ida, shot, x=0.1, y=0.05)).json()
    assert sky["what"] == "sky"
    assert sky["text"].startswith("The sky, ")
    tower = ida.post("/api/v1/computed/spot", json=asked(ida, shot, x=0.5, y=0.5)).json()
    assert tower["what"] == "subject"
    assert tower["azimuth_deg"] == pytest.approx(180, abs=0.5)
    assert tower["snr"] < sky["snr"]
    assert tower["stops"] < sky["stops"]


def test_a_stand_in_is_kept_and_says_its_size_and_what_is_behind_it(ida: TestClient) -> None:
    shot = making.shot(ida, stand_in=TOWER)
    assert shot["stand_in"] == {**TOWER, "base_m": 0.0}
    said = computed(ida, shot)["stand_in"]
    assert said["left"] < 0.5 < said["right"]
    assert "28 m high" in said["lines"][0]
    assert ida.get(f"/api/v1/shots/{shot['id']}").json()["stand_in"]["shape"] == "tower"
    copy = ida.post(f"/api/v1/shots/{shot['id']}/copy", json={}).json()
    assert copy["stand_in"] == shot["stand_in"]
    behind = making.shot(ida, stand_in={**TOWER, "bearing_true_deg": 0})
    assert computed(ida, behind)["stand_in"] is None  # the camera looks away from it


def test_a_close_up_is_a_part_of_the_frame_photosite_for_pixel(ida: TestClient) -> None:
    shot = making.shot(ida)
    share = computed(ida, shot)["window_of_1_to_1"]
    window = {"left": 0.4, "top": 0.3, "width": share, "height": share}
    close = computed(ida, shot, window=window)
    assert (close["width_px"], close["height_px"]) == (240, 160)


@pytest.mark.parametrize(
    ("over", "field"),
    [
        ({"width_px": 100_000}, "width_px"),
        ({"window": {"left": 0.9, "top": 0, "width": 0.5, "height": 1}}, "window"),
        ({"white_k": 10}, "white_k"),
        ({"settings": {"exposure_s": -1, "f_number": 2, "iso": 100}}, "exposure_s"),
    ],
)
def test_what_is_no_picture_is_refused_in_words(
    ida: TestClient, over: dict[str, Any], field: str
) -> None:
    shot = making.shot(ida)
    answer = ida.post("/api/v1/computed/picture", json=asked(ida, shot, **over))
    assert answer.status_code == 422
    assert any(field in fault["name"] for fault in answer.json()["errors"])


def test_nobody_sees_the_picture_of_anothers_night(ida: TestClient, signed_in: SignedIn) -> None:
    jonas = signed_in("Jonas")
    shot = making.shot(ida)
    mine = making.shot(jonas)
    body = {**asked(jonas, mine), "night_id": shot["night_id"]}
    assert jonas.post("/api/v1/computed/picture", json=body).status_code == 404
    assert jonas.get(f"/api/v1/shots/{shot['id']}/computed.jpg").status_code == 404


def test_only_the_newest_of_each_picture_of_a_page_is_finished() -> None:
    newest = Newest()
    first, other = newest.take(("ida", "plan")), newest.take(("ida", "other"))
    first()
    second = newest.take(("ida", "plan"))
    with pytest.raises(WrongState, match="newer"):
        first()
    second()
    other()
    newest.take(("jonas", "plan"))
    second()
