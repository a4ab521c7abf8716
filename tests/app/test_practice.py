"""Practice nights over the API: tried, judged, reviewed, and apart from everything real."""

import io
from typing import Any

import pytest
from fastapi.testclient import TestClient
from PIL import Image

from tests.app import making
from tests.app.conftest import SignedIn

SET = {"exposure_s": 8.0, "f_number": 1.8, "iso": 3200.0, "nd_stops": 0.0}


def begun(client: TestClient, scenario: str = "first_stars") -> Any:
    return making.made(client, "/practice/attempts", {"scenario": scenario})


def opened(client: TestClient, attempt: Any, opens_s: float, **settings: float) -> Any:
    body = {"settings": {**SET, **settings}, "opens_s": opens_s}
    return making.made(client, f"/practice/attempts/{attempt['id']}/frames", body)


def test_a_scene_is_begun_tried_judged_and_reviewed(ida: TestClient) -> None:
    scenes = ida.get("/api/v1/practice/scenes").json()
    assert len(scenes) >= 12
    assert {one["level"] for one in scenes} == {1, 2, 3}
    attempt = begun(ida)
    assert attempt["frames"] == []
    assert attempt["sentence"]
    one = opened(ida, attempt, 0.0)
    [frame] = one["frames"]
    assert frame["reading"]
    assert frame["lines"] == []  # nothing is told before it is over
    assert "hidden" not in str(one).lower()
    assert one["now_s"] == pytest.approx(8 + 8, abs=1)
    path = f"/api/v1/practice/attempts/{attempt['id']}"
    shown = ida.get(f"{path}/frames/0.jpg")
    assert Image.open(io.BytesIO(shown.content)).size == (720, 480)
    said = ida.post(f"{path}/words", json={"number": 0, "word": "dark"}).json()
    assert said["frames"][0]["word"] == "dark"
    opened(ida, attempt, 60.0, iso=6400.0)
    over = ida.post(f"{path}/end", json={"kept": 1}).json()
    assert over["is_over"]
    assert over["kept"] == 1
    assert "wanted" in over["frames"][0]["lines"][0]
    assert over["frames"][0]["advised"][0].startswith("To your word the app would have answered")
    assert any("par 2" in line for line in over["summary"])
    best = next(s for s in ida.get("/api/v1/practice/scenes").json() if s["key"] == "first_stars")
    assert "2 frames (at par)" in best["best"]
    late = ida.post(f"{path}/frames", json={"settings": SET, "opens_s": 100})
    assert late.status_code == 409


def test_a_hard_night_shows_no_histogram_and_no_plan_until_it_is_over(ida: TestClient) -> None:
    attempt = begun(ida, "tide_and_moon")
    one = opened(ida, attempt, 0.0)
    assert not one["shows_histogram"]
    assert one["frames"][0]["histogram"] == []
    assert one["sentence"] == ""
    assert all(rail["posts"] == [] for rail in one["rails"])
    over = ida.post(f"/api/v1/practice/attempts/{attempt['id']}/end", json={}).json()
    assert over["frames"][0]["histogram"]
    assert over["summary"][0] == "No frame was kept."


@pytest.mark.parametrize(
    ("path", "body", "says"),
    [
        ("attempts", {"scenario": "nowhere"}, "scenario: wanted one of"),
        ("frames", {"settings": SET, "opens_s": 80_000}, "after it began"),
        ("words", {"number": 3, "word": "dark"}, "one of the 0 frames"),
        ("end", {"kept": 2}, "one of the 0 frames"),
    ],
)
def test_what_cannot_be_is_refused_in_words(
    ida: TestClient, path: str, body: dict[str, Any], says: str
) -> None:
    attempt = begun(ida)
    where = "attempts" if path == "attempts" else f"attempts/{attempt['id']}/{path}"
    answer = ida.post(f"/api/v1/practice/{where}", json=body)
    assert answer.status_code == 422
    assert says in answer.json()["detail"]


def test_practice_leaves_no_trace_in_real_nights_and_is_nobody_elses(
    ida: TestClient, signed_in: SignedIn
) -> None:
    real = making.shot(ida)
    before = [ida.get(f"/api/v1{p}").json() for p in ("/nights", "/places", "/kit")]
    plan = ida.get(f"/api/v1/shots/{real['id']}/plan").json()
    attempt = begun(ida)
    opened(ida, attempt, 0.0)
    path = f"/api/v1/practice/attempts/{attempt['id']}"
    ida.post(f"{path}/words", json={"number": 0, "word": "black"})
    ida.post(f"{path}/end", json={"kept": 0})
    assert [ida.get(f"/api/v1{p}").json() for p in ("/nights", "/places", "/kit")] == before
    assert ida.get(f"/api/v1/shots/{real['id']}/plan").json() == plan
    assert ida.get(f"/api/v1/shots/{real['id']}/chain").json()["links"] == []
    jonas = signed_in("Jonas")
    assert jonas.get(path).status_code == 404
    assert jonas.get(f"{path}/frames/0.jpg").status_code == 404
