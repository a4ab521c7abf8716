"""Every discipline through the API: what it asks, and how shots move between kinds and nights."""

from typing import Any

import pytest
from fastapi.testclient import TestClient

from patient_owl.core.kinds import RECIPES
from tests.app import making


def plan_of(client: TestClient, night_id: str, shot: dict[str, Any]) -> Any:
    answer = client.post("/api/v1/plans", json={"night_id": night_id, "shot": shot})
    assert answer.status_code == 200, answer.text
    return answer.json()


@pytest.mark.parametrize("key", RECIPES)
def test_a_discipline_is_planned_from_its_defaults_and_worded_to_the_end(
    ida: TestClient, key: str
) -> None:
    night = making.night(ida)["id"]
    plan = plan_of(ida, night, making.shot_body(ida, discipline=key))
    assert plan["steps"]
    assert plan["cautions"]
    assert plan["works"]
    assert plan["bracket"][0]["stops"] == "±0"
    assert plan["report"]["sharpness"]
    assert plan["report"]["cost"]
    said = [plan["sentence"], *(r["text"] for r in plan["reasons"] + plan["facts"])]
    assert not any("{" in text or "None" in text for text in said)
    asked = next(d for d in ida.get("/api/v1/disciplines").json()["disciplines"] if d["key"] == key)
    assert {q["key"] for q in asked["questions"]} == set(plan["inputs"])


def test_answers_that_mean_the_same_are_carried_over_and_the_rest_is_left(ida: TestClient) -> None:
    given = {"distance_m": 40, "lit_by": "neon", "shell_in": 8, "water": "fall"}
    carried = ida.post("/api/v1/disciplines/vehicle_trails/answers", json={"inputs": given}).json()[
        "inputs"
    ]
    assert carried == {"distance_m": 40.0, "lit_by": "neon"}
    refused = ida.post("/api/v1/disciplines/astrology/answers", json={"inputs": {}})
    assert refused.status_code == 422


def test_a_copy_in_the_dark_keeps_its_hour_in_another_night_and_its_takes_stay(
    ida: TestClient,
) -> None:
    place = making.place(ida)["id"]
    first, later = (making.night(ida, place, evening_date=d) for d in ("2026-12-09", "2027-07-01"))
    shot = making.shot(ida, first["id"], notes="by the slip")
    ida.put("/api/v1/takes/0190a000-0000-7000-8000-000000000001", json=making.take_body(shot["id"]))
    copy = ida.post(f"/api/v1/shots/{shot['id']}/copy", json={"night_id": later["id"]}).json()
    # 22:40 UTC is 23:40 in Spain's winter and 21:40 UTC in its summer
    assert copy["at_utc"].startswith("2027-07-01T21:40")
    assert copy["notes"] == "by the slip"
    chains = [ida.get(f"/api/v1/shots/{s['id']}/chain").json()["links"] for s in (shot, copy)]
    assert [len(links) for links in chains] == [1, 0]
    beside = ida.post(f"/api/v1/shots/{shot['id']}/copy", json={}).json()
    assert beside["night_id"] == first["id"]
    assert beside["title"].endswith("(copy)")


def test_a_moved_shot_takes_its_takes_along_and_a_stale_move_changes_nothing(
    ida: TestClient, signed_in: Any
) -> None:
    place = making.place(ida)["id"]
    first, later = (making.night(ida, place, evening_date=d) for d in ("2026-12-09", "2026-12-20"))
    shot = making.shot(ida, first["id"])
    take = "0190a000-0000-7000-8000-000000000002"
    ida.put(f"/api/v1/takes/{take}", json=making.take_body(shot["id"]))
    path, body = f"/api/v1/shots/{shot['id']}/night", {"night_id": later["id"]}
    assert ida.put(path, json=body, headers={"If-Match": '"v9"'}).status_code == 412
    moved = ida.put(path, json=body, headers={"If-Match": f'"v{shot["version"]}"'}).json()
    assert moved["night_id"] == later["id"]
    assert moved["at_utc"].startswith("2026-12-20T22:40")
    assert len(ida.get(f"/api/v1/shots/{shot['id']}/chain").json()["links"]) == 1
    jonas = signed_in("Jonas")
    theirs = making.night(jonas)["id"]
    stolen = ida.post(f"/api/v1/shots/{shot['id']}/copy", json={"night_id": theirs})
    assert stolen.status_code == 404


def test_a_filter_in_the_bag_is_a_rail_and_a_take_remembers_it(ida: TestClient) -> None:
    glass = {"kind": "filter", "marking": "factor", "value": 64}
    making.made(ida, "/kit", {"name": "ND 64", "spec": glass})
    shot = making.shot(ida)
    touch = {"control": "nd_stops", "value": 6}
    own = {k: v for k, v in shot.items() if k not in {"id", "night_id", "version"}}
    body = {"night_id": shot["night_id"], "shot": own, "touch": touch}
    plan = ida.post("/api/v1/plans", json=body).json()
    assert plan["settings"].endswith("ND 64")
    assert plan["choice"]["held"]["nd_stops"] == 6
    take = "0190a000-0000-7000-8000-000000000003"
    ida.put(f"/api/v1/takes/{take}", json=making.take_body(shot["id"], nd_stops=6))
    link = ida.get(f"/api/v1/shots/{shot['id']}/chain").json()["links"][0]
    assert link["settings"].endswith("ND 64")
