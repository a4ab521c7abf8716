"""Lights that are brought to a shot, through the API."""

from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient

from tests.app import making


def plan_with(client: TestClient, *lights: dict[str, Any], **over: Any) -> Any:
    """The plan of a new shot with these lights."""
    shot = making.shot(client, lights=list(lights), **over)
    answer = client.get(f"/api/v1/shots/{shot['id']}/plan")
    assert answer.status_code == 200, answer.text
    return answer.json()


def part(plan: Any, key: str) -> Any:
    return next(part for part in plan["parts"] if part["key"] == key)


# By the solid angle of a cone, 2π·(1 − cos θ/2): 100 lm over 20° is 1048 cd.
# Mid-grey in lux seconds: 250·N²/S [iso2720].
def test_stars_take_a_flick_of_torch_without_moving_a_control(ida: TestClient) -> None:
    torch = {"key": "torch_1", "distance_m": 10, "placement_stops": -1, "at_s": 2}
    plan = plan_with(ida, torch)
    bare = plan_with(ida)
    assert plan["settings"] == bare["settings"]
    picked = {rail["control"]: rail["picked"]["value"] for rail in plan["rails"]}
    grey = 250 * picked["f_number"] ** 2 / picked["iso"]
    wanted_s = grey * 2**-1 / (1048 / 100)
    found = part(plan, "torch_1")
    # a hand cannot flick over it in less than a fifth of a second (common practice)
    assert found["levers"]["dose_s"] == pytest.approx(max(0.2, wanted_s), rel=0.01)
    assert (found["name"], found["is_brought"]) == ("The torch", True)
    cues = [(cue["at_s"], cue["text"]) for cue in plan["program"]["cues"]]
    assert cues[0] == (2.0, "the torch on")


def test_a_light_of_the_kit_counts_by_its_own_figure_and_another_kind_is_refused(
    ida: TestClient,
) -> None:
    spec = {"kind": "panel", "given_as": "lux_at_1m", "value": 100, "least_percent": 1}
    panel = making.made(ida, "/kit", {"name": "little panel", "spec": spec})
    light = {"key": "panel_1", "item_id": panel["id"], "distance_m": 2, "placement_stops": 0}
    mine = part(plan_with(ida, light, discipline="dim_interior"), "panel_1")
    generic = {**light, "item_id": None}
    shelf = part(plan_with(ida, generic, discipline="dim_interior"), "panel_1")
    # the shelf's first panel gives 1000 lx at 1 m: ten times as much
    assert shelf["ev100"] - mine["ev100"] == pytest.approx(3.32, abs=0.01)
    body = making.shot_body(ida, lights=[{**light, "key": "torch_1"}])
    night = making.night(ida)["id"]
    refused = ida.post(f"/api/v1/nights/{night}/shots", json=body)
    assert refused.status_code == 422
    assert refused.json()["errors"][0] == {"name": "item_id", "wanted": "a torch", "got": "panel"}


@pytest.mark.parametrize(
    ("lights", "says"),
    [
        ([{"key": "torch_1", "distance_m": 0}], "greater than or equal to 0.1"),
        ([{"key": "laser_1"}], "torch|beam|panel|flash|tool|bar"),
        ([{"key": "torch_1"}, {"key": "torch_1"}], "each key once"),
        ([{"key": "flash_1", "pops": 1000}], "less than or equal to 64"),
        ([{"key": f"torch_{k}"} for k in range(1, 10)], "at most 8"),
    ],
)
def test_lights_that_cannot_be_brought_are_refused_in_words(
    ida: TestClient, lights: list[dict[str, Any]], says: str
) -> None:
    body = making.shot_body(ida, lights=lights)
    answer = ida.post(f"/api/v1/nights/{making.night(ida)['id']}/shots", json=body)
    assert answer.status_code == 422
    assert says in answer.json()["detail"], answer.json()["detail"]


def test_a_light_goes_along_into_the_field_and_to_a_copy(ida: TestClient) -> None:
    shot = making.shot(ida, lights=[{"key": "flash_1", "distance_m": 4, "at_s": 3}])
    bundle = ida.get(f"/api/v1/shots/{shot['id']}/field").json()
    cues = bundle["programs"][bundle["settings"][bundle["setting"]]["program"]]["cues"]
    assert [(cue["at_s"], cue["text"]) for cue in cues] == [(3.0, "flash")]
    copy = ida.post(f"/api/v1/shots/{shot['id']}/copy", json={}).json()
    assert copy["lights"][0]["key"] == "flash_1"


# A torch said to give 100 lm that must be given a fraction of its seconds gives that much more.
def test_a_judged_take_corrects_the_figure_in_the_kit(ida: TestClient) -> None:
    spec = {"kind": "torch", "given_as": "lumens", "value": 10, "beam_deg": 20}
    torch = making.made(ida, "/kit", {"name": "little torch", "spec": spec})
    light = {"key": "torch_1", "item_id": torch["id"], "distance_m": 60, "area_m2": 1}
    shot = making.shot(ida, lights=[light])
    chain = f"/api/v1/shots/{shot['id']}/chain"
    first = ida.get(chain).json()["advice"]
    path = f"/api/v1/shots/{shot['id']}/lights/torch_1/measured"
    assert ida.post(path).status_code == 422  # nobody judged it yet
    planned_s = first["levers"]["torch_1"]["dose_s"]
    assert planned_s > 2  # its lever is not at its end
    words = {"torch_1": "right", "sky": "right"}
    stood = {"torch_1": {"dose_s": planned_s / 4}}
    body = making.take_body(shot["id"], **first["values"], levers=stood, verdicts=words)
    assert ida.put(f"/api/v1/takes/{uuid4()}", json=body).status_code == 201
    advice = ida.get(chain).json()["advice"]
    assert "brighter than its figure" in advice["measured"][0]["text"]
    kept = ida.post(path).json()["spec"]
    # right at a quarter of the seconds: four times the light, within a hand's third
    assert kept["value"] == pytest.approx(40, rel=0.3)
    assert kept["figures_from"] == "measured"
    assert ida.get(chain).json()["advice"]["measured"] == []
