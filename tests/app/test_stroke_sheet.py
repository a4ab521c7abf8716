"""The stroke sheet of a shot, through the API."""

import wave
from io import BytesIO
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.app import making

WORD = {"text": "OWL", "height_m": 0.5}


def written(client: TestClient, strokes: Any = WORD, **over: Any) -> Any:
    shot = making.shot(client, discipline="light_writing", strokes=strokes, **over)
    return shot, client.get(f"/api/v1/shots/{shot['id']}/plan").json()


def test_a_word_becomes_strokes_both_ways_round_with_its_seconds(ida: TestClient) -> None:
    shot, plan = written(ida)
    sheet = plan["sheet"]
    assert {stroke["letter"] for stroke in sheet["strokes"]} == {"O", "W", "L"}
    first = sheet["strokes"][0]
    for (x, y), (mirrored_x, same_y) in zip(first["lens"], first["writer"], strict=True):
        assert mirrored_x == pytest.approx(sheet["width_m"] - x, abs=0.002)
        assert same_y == y
    assert sheet["strokes"][-1]["times_s"][-1] == pytest.approx(sheet["total_s"], abs=0.002)
    time = next(rail for rail in plan["rails"] if rail["control"] == "exposure_s")
    assert time["picked"]["value"] >= sheet["total_s"]
    assert [cue["text"] for cue in plan["program"]["cues"]][:1] == ["O"]
    pdf = ida.get(f"/api/v1/shots/{shot['id']}/strokes.pdf")
    assert pdf.content.startswith(b"%PDF")
    with wave.open(BytesIO(ida.get(f"/api/v1/shots/{shot['id']}/strokes.wav").content)) as beat:
        lasts_s = beat.getnframes() / beat.getframerate()
    assert sheet["total_s"] <= lasts_s <= sheet["total_s"] + 2
    drawing = ida.get(f"/api/v1/shots/{shot['id']}/strokes.svg")
    lines = ida.post("/api/v1/strokes", files={"file": ("owl.svg", drawing.content)}).json()
    assert len(lines) == len(sheet["strokes"])


def test_seconds_that_are_held_let_the_pace_follow(ida: TestClient) -> None:
    _, plan = written(ida, inputs={"performance_s": 30})
    assert plan["sheet"]["total_s"] == pytest.approx(30, abs=0.01)
    _, short = written(ida, inputs={"performance_s": 15})
    assert short["sheet"]["pace_m_s"] > plan["sheet"]["pace_m_s"]


def test_a_drawing_of_ones_own_is_kept_and_scaled(ida: TestClient) -> None:
    zigzag = [[0, 0], [50, 100], [100, 0]]
    shot, plan = written(ida, {"lines": [zigzag], "height_m": 1.2})
    assert plan["sheet"]["height_m"] == pytest.approx(1.2)
    assert plan["sheet"]["strokes"][0]["lens"][0] == [0.0, 0.0]  # y down, as it was drawn
    assert ida.get(f"/api/v1/shots/{shot['id']}").json()["strokes"]["lines"] == [zigzag]


@pytest.mark.parametrize(
    ("strokes", "says"),
    [
        ({"text": "x" * 300}, "at most 60"),
        ({"text": "你好"}, "Latin letters"),
        ({"lines": [[[0, 0]] * 3000]}, "at most 2000"),
        ({"text": "OWL", "height_m": 0}, "0.05"),
    ],
)
def test_strokes_that_cannot_be_drawn_are_refused_in_words(
    ida: TestClient, strokes: Any, says: str
) -> None:
    body = making.shot_body(ida, discipline="light_writing", strokes=strokes)
    answer = ida.post(f"/api/v1/nights/{making.night(ida)['id']}/shots", json=body)
    assert answer.status_code == 422
    assert says in answer.json()["detail"], answer.json()["detail"]


def test_a_shot_without_strokes_has_no_sheet_to_print(ida: TestClient) -> None:
    shot = making.shot(ida)
    refused = ida.get(f"/api/v1/shots/{shot['id']}/strokes.pdf")
    assert refused.status_code == 422
    assert "light writing" in refused.json()["detail"]
