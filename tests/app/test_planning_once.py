"""A plan is made once and read by everybody: drag, keep, chain, calendar, card, field."""

from typing import Any

import pytest
from fastapi.testclient import TestClient
from icalendar import Calendar

from patient_owl.core.shot import plan as core_plan
from tests.app import making


def own(shot: dict[str, Any]) -> dict[str, Any]:
    return {k: v for k, v in shot.items() if k not in {"id", "night_id", "version"}}


def plan(client: TestClient, shot: dict[str, Any], **over: Any) -> Any:
    body = {"shot_id": shot["id"], "night_id": shot["night_id"], "shot": {**own(shot), **over}}
    answer = client.post("/api/v1/plans", json=body)
    assert answer.status_code == 200, answer.text
    return answer.json()


def test_one_drag_on_a_rail_costs_one_plan_kept_and_answered(
    ida: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    shot = making.shot(ida)
    made = 0
    see = core_plan.see

    def counted(*args: Any) -> Any:
        nonlocal made
        made += 1
        return see(*args)

    monkeypatch.setattr(core_plan, "see", counted)
    touch = {"control": "f_number", "value": 5.6568}
    body = {"shot_id": shot["id"], "night_id": shot["night_id"], "shot": own(shot), "touch": touch}
    tried = ida.post("/api/v1/plans", json=body).json()
    kept = {**own(shot), "choice": tried["choice"]}
    path = f"/api/v1/shots/{shot['id']}"
    assert ida.put(path, json=kept, headers={"If-Match": '"v1"'}).status_code == 200
    chain = ida.get(f"{path}/chain").json()
    assert chain["advice"]["settings"] == tried["settings"]
    assert made == 1


def test_touching_a_rail_is_decided_by_the_server(ida: TestClient) -> None:
    shot = making.shot(ida)

    def after(choice: Any, **touch: Any) -> Any:
        body = {
            "shot_id": shot["id"],
            "night_id": shot["night_id"],
            "shot": {**own(shot), "choice": choice},
        }
        return ida.post("/api/v1/plans", json={**body, "touch": touch}).json()["choice"]

    moved = after({}, control="f_number", value=4.0)
    assert (moved["held"], moved["follow"]) == ({"f_number": 4.0}, "iso")
    locked = after(moved, control="iso", action="lock", value=1600)
    assert (locked["locked"], locked["follow"]) == (["iso"], None)
    free = after(after(locked, control="iso", action="unlock"), control="iso", action="follow")
    assert (free["held"], free["follow"]) == ({"f_number": 4.0}, "iso")
    assert after(free, control="f_number", action="release")["held"] == {}


def test_a_burst_never_hands_the_following_to_time(ida: TestClient) -> None:
    shot = making.shot(ida, discipline="fireworks")
    body = {"shot_id": shot["id"], "night_id": shot["night_id"], "shot": own(shot)}
    touch = {"control": "iso", "value": 200}
    assert ida.post("/api/v1/plans", json={**body, "touch": touch}).json()["choice"]["follow"] == (
        "f_number"
    )
    asked = {**body, "touch": {"control": "exposure_s", "action": "follow"}}
    refused = ida.post("/api/v1/plans", json=asked)
    assert refused.status_code == 422
    assert "f_number, iso, nd_stops" in refused.json()["detail"]
    tried = plan(ida, shot)
    can_follow = {rail["control"]: rail["can_follow"] for rail in tried["rails"]}
    assert can_follow == {"exposure_s": False, "f_number": True, "iso": True}
    assert tried["ladder"] == []  # no time makes good for an aperture
    old = {**own(shot), "choice": {"follow": "exposure_s"}}
    assert plan(ida, shot, **old)["choice"]["follow"] == "iso"


# Common practice: the trail is done when the last frame is; a calendar that ends after one
# frame sends everybody home.
def test_the_calendar_ends_with_the_last_frame_of_a_stack(ida: TestClient) -> None:
    inputs = {"trail_school": "stack", "total_min": 90, "frame_s": 60}
    shot = making.shot(ida, discipline="star_trails", inputs=inputs)
    text = ida.get(f"/api/v1/nights/{shot['night_id']}/calendar.ics").text
    entry = next(e for e in Calendar.from_ical(text).walk("VEVENT") if "shot-" in e["UID"])
    lasts_s = (entry["DTEND"].dt - entry["DTSTART"].dt).total_seconds()
    clock_s = plan(ida, shot)["report"]["clock_s"]
    assert clock_s / 60 == pytest.approx(90, abs=1.1)
    # a minute to judge it (common practice), and on to the next whole one
    assert clock_s + 60 <= lasts_s < clock_s + 120


def test_a_dark_frame_to_be_lifted_is_judged_against_where_it_was_put(ida: TestClient) -> None:
    inputs = {"contrast_school": "dark_lift", "lamps_stops": 6.0, "lit_by": "shopping_street"}
    shot = making.shot(ida, discipline="cityscape", inputs=inputs)
    [part] = plan(ida, shot)["parts"]
    # lamps six stops over the subject, under three of headroom: the subject lands three under
    assert part["placement_stops"] == pytest.approx(-3, abs=0.1)
    assert part["landed_stops"] == pytest.approx(part["placement_stops"], abs=0.2)


@pytest.mark.parametrize(
    ("discipline", "shown", "hidden"),
    [
        ("stars_over_foreground", {"focus_school": "stars_sharp"}, {"focus_m": 1.5}),
        ("camera_movement", {"movement": "zoom"}, {"reach": 60.0}),
        ("cityscape", {"lit_by": "neon"}, {"metered_ev100": -8.0}),
    ],
)
def test_an_answer_to_a_question_that_is_not_asked_does_nothing(
    ida: TestClient, discipline: str, shown: dict[str, Any], hidden: dict[str, Any]
) -> None:
    shot = making.shot(ida, discipline=discipline, inputs=shown)
    assert plan(ida, shot, inputs={**shown, **hidden}) == plan(ida, shot)


def test_noise_reduction_is_a_side_one_takes_and_the_course_knows_it(ida: TestClient) -> None:
    shot = making.shot(ida, discipline="dim_interior", inputs={"lit_by": "string_lights"})
    alone = plan(ida, shot)["report"]["clock_s"]
    sides = {"noise_reduction_school": "in_camera"}
    ida.put("/api/v1/schools", json={"schools": sides}, headers={"If-Match": "*"})
    both = plan(ida, shot)
    assert both["report"]["clock_s"] == pytest.approx(2 * alone)
    bundle = ida.get(f"/api/v1/shots/{shot['id']}/field").json()
    assert bundle["uses_noise_reduction"]
    course = bundle["programs"][bundle["settings"][bundle["setting"]]["program"]]
    assert course["phases"][0]["dark_s"] == course["phases"][0]["exposure_s"]
