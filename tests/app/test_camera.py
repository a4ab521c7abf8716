"""The simulated camera and meter through their ports: they never tell the light, only show it."""

import io
from datetime import UTC, datetime
from typing import Any

import numpy as np
import pytest
from fastapi.testclient import TestClient
from PIL import Image
from uuid6 import uuid7

from patient_owl.core.advise.belief import prior_draw
from tests.app import making

SET = {"exposure_s": 4.0, "f_number": 2.8284, "iso": 3200.0}


def ask(client: TestClient, method: str, path: str, **body: Any) -> Any:
    answer = client.request(method, f"/api/v1/shots/{path}", json=body or None)
    assert answer.status_code == 200, answer.text
    return answer.json()


def test_bulb_opens_closes_and_puts_a_frame_with_exif_on_the_card(ida: TestClient) -> None:
    shot = making.shot(ida)["id"]
    ask(ida, "PUT", f"{shot}/camera/settings", **SET)
    assert ask(ida, "POST", f"{shot}/camera/open")["open_since_utc"]
    refused = ida.put(f"/api/v1/shots/{shot}/camera/settings", json=SET)
    assert refused.status_code == 422
    assert "shutter: wanted closed, got open" in refused.json()["detail"]
    frame = ask(ida, "POST", f"{shot}/camera/close")
    assert 0 < frame["exposure_s"] < 5
    assert ida.post(f"/api/v1/shots/{shot}/camera/close").status_code == 422
    content = ida.get(f"/api/v1/shots/{shot}/camera/frames/{frame['id']}.jpg").content
    exif = Image.open(io.BytesIO(content)).getexif().get_ifd(0x8769)
    assert exif[0x8827] == 3200  # ISO; CIPA DC-008 tags
    assert float(exif[0x829D]) == pytest.approx(2.83, abs=0.01)
    state = ask(ida, "GET", f"{shot}/camera")
    assert state["is_simulated"]
    assert state["battery_share"] < 1
    assert not {key for key in state if "ev" in key or "lux" in key}


def test_advice_from_frames_alone_brings_the_picture_where_it_was_placed(ida: TestClient) -> None:
    """The latent scene is off by a draw from the prediction's ±; histograms must find it."""
    shot = making.shot(ida, at_utc="2026-12-09T22:40:00Z")["id"]
    medians = []
    for _ in range(3):
        advice = ida.get(f"/api/v1/shots/{shot}/chain").json()["advice"]
        values = advice["values"]
        ask(ida, "PUT", f"{shot}/camera/settings", **values)
        frame = ask(ida, "POST", f"{shot}/camera/take")
        take = str(uuid7())
        body = making.take_body(shot, **values, verdicts={}, started_at_utc=frame["began_at_utc"])
        assert ida.put(f"/api/v1/takes/{take}", json=body).status_code == 201
        photo = ask(ida, "PUT", f"{shot}/camera/frames/{frame['id']}/take", take_id=take)
        assert photo["take_id"] == take
        medians.append(photo["reading"]["median_stops"])
    # the sky is placed two stops under mid-grey; ISO may be at its end, so nearer is enough
    assert abs(medians[-1] + 2) <= max(abs(medians[0] + 2), 0.5)


def test_a_meter_reads_dusk_and_nothing_of_the_night(ida: TestClient) -> None:
    night = making.night(ida)["id"]
    dusk = making.shot(ida, night, at_utc="2026-12-09T17:10:00Z")["id"]
    dark = making.shot(ida, night, at_utc="2026-12-09T22:40:00Z")["id"]
    assert ask(ida, "GET", f"{dusk}/meter")["ev100"] is not None
    reading = ask(ida, "GET", f"{dark}/meter")
    assert reading["ev100"] is None
    assert "darker than EV −2" in reading["text"]
    assert reading["is_simulated"]


def frames_of(client: TestClient, shot_id: str, *settings: dict[str, float]) -> list[Image.Image]:
    found = []
    for values in settings:
        ask(client, "PUT", f"{shot_id}/camera/settings", **values)
        frame = ask(client, "POST", f"{shot_id}/camera/take")
        path = f"/api/v1/shots/{shot_id}/camera/frames/{frame['id']}.jpg"
        found.append(Image.open(io.BytesIO(client.get(path).content)))
    return found


def test_frames_are_of_the_shots_own_scene_and_brighter_by_what_was_set(ida: TestClient) -> None:
    tower = {"shape": "tower", "height_m": 28, "width_m": 9, "distance_m": 95}
    stand_in = {**tower, "bearing_true_deg": 180}
    shot = making.shot(ida, tilt_deg=5, orientation="portrait", stand_in=stand_in)["id"]
    dark, bright = frames_of(ida, shot, {**SET, "iso": 800.0}, {**SET, "iso": 3200.0})
    assert dark.size[1] > dark.size[0]
    assert np.asarray(bright.convert("L")).mean() > np.asarray(dark.convert("L")).mean()
    # the tower stands dark before the sky over the middle of the frame
    grey = np.asarray(bright.convert("L")).astype(float)
    rows, columns = grey.shape
    # means of a patch each: a single pixel of a dark frame is noise
    band = grey[int(rows * 0.40) : int(rows * 0.48)]
    before, beside = (
        band[:, int(columns * at) :][:, : columns // 25].mean() for at in (0.48, 0.15)
    )
    assert before < 0.8 * beside


def test_the_cameras_clock_is_off_by_one_and_the_same(ida: TestClient) -> None:
    night, kit = making.night(ida)["id"], making.shot_body(ida)
    offsets = []
    for _ in range(2):
        shot = making.made(ida, f"/nights/{night}/shots", kit)["id"]
        ask(ida, "PUT", f"{shot}/camera/settings", **SET)
        frame = ask(ida, "POST", f"{shot}/camera/take")
        path = f"/api/v1/shots/{shot}/camera/frames/{frame['id']}.jpg"
        exif = Image.open(io.BytesIO(ida.get(path).content)).getexif().get_ifd(0x8769)
        shown = datetime.strptime(exif[0x9003], "%Y:%m:%d %H:%M:%S").replace(tzinfo=UTC)
        began = datetime.fromisoformat(frame["began_at_utc"])
        offsets.append((shown - began).total_seconds())
    assert offsets[0] == pytest.approx(offsets[1], abs=1.1)
    assert abs(offsets[0]) < 3600 + 5 * 90


def test_a_hidden_light_has_the_tail_that_advice_reckons_with() -> None:
    """Half within about a sigma and a half, some far beyond (docs/architecture.md, Advice)."""
    rng = np.random.default_rng(0)
    drawn = np.abs([prior_draw(rng, 1.0) for _ in range(4000)])
    assert np.mean(drawn < 1) == pytest.approx(0.683, abs=0.02)  # the middle two thirds are ± sigma
    assert 0.05 < np.mean(drawn > 4) < 0.2
