"""A night, its light, its shots and their plans, through the API."""

import math

import pytest
from fastapi.testclient import TestClient

from patient_owl.core.exposure.settings import Settings, ev100_from_illuminance
from tests.app import making


def test_a_place_finds_its_own_time_zone(ida: TestClient) -> None:
    # tzdata: Tromsø's coordinates lie in Europe/Oslo; 30° W on the open Atlantic is UTC−2
    assert making.place(ida, latitude_deg=69.65, longitude_deg=18.96)["time_zone"] == "Europe/Oslo"
    assert making.place(ida, latitude_deg=30, longitude_deg=-30)["time_zone"] == "Etc/GMT+2"


def test_the_slope_asks_for_the_exposure_the_light_needs(ida: TestClient) -> None:
    night = making.night(ida)
    path = f"/api/v1/nights/{night['id']}/slope"
    reference = {"reference_f_number": 2.0, "reference_iso": 3200, "ground_placement_stops": 0}
    slope = ida.get(path, params=reference).json()
    middle = len(slope["readouts"]) // 2
    exposure_s = slope["ground_exposure_s"][middle]
    # new moon, 21.3 mag/arcsec²: π·10.8e4·10^(−0.4·21.3) lx on level ground under an even sky,
    # and 1.44 times as much by the law of altitude (Krisciunas and Schaefer, eq. 2)
    lux = 1.44 * math.pi * 10.8e4 * 10 ** (-0.4 * 21.3)
    assert Settings(exposure_s, 2.0, 3200).ev100 == pytest.approx(
        ev100_from_illuminance(lux), abs=0.1
    )
    assert slope["ground_low_s"][middle] < exposure_s < slope["ground_high_s"][middle]
    brighter = ida.get(path, params={**reference, "reference_iso": 6400}).json()
    assert brighter["ground_exposure_s"][middle] == pytest.approx(exposure_s / 2, rel=1e-3)
    assert {e["code"] for e in slope["events"]} >= {"sunset", "astronomical_dusk", "sunrise"}
    assert "by starlight and airglow" in slope["readouts"][middle]


@pytest.mark.parametrize(
    ("latitude_deg", "evening", "words"),
    [
        (70.03, "2026-06-21", "The Sun does not set"),
        (70.03, "2026-12-21", "the Sun does not rise"),
        (60.0, "2026-06-21", "never gets fully dark"),
        (43.3, "2026-10-24", "25 hours noon to noon"),
    ],
)
def test_hard_nights_are_told_in_words(
    ida: TestClient, latitude_deg: float, evening: str, words: str
) -> None:
    place = making.place(
        ida, latitude_deg=latitude_deg, longitude_deg=20.9, time_zone="Europe/Oslo"
    )
    night = making.night(ida, place["id"], evening_date=evening)
    assert words in night["sentence"]
    slope = ida.get(f"/api/v1/nights/{night['id']}/slope")
    assert slope.status_code == 200
    assert len(slope.json()["readouts"]) > 100


def test_a_shot_gets_settings_with_reasons_and_posts(ida: TestClient) -> None:
    shot = making.shot(ida)
    plan = ida.get(f"/api/v1/shots/{shot['id']}/plan").json()
    assert plan["settings"].startswith("8 s, f/2.8, ISO ")
    assert plan["sentence"].startswith("as long as the stars at the top")
    time = plan["rails"][0]
    assert [p["school"] for p in time["posts"] if p["school"]] == [
        "pixel_drift",
        "aperture_pitch_focal",
        "rule_of_500",
    ]
    assert [p["code"] for p in time["posts"] if p["binds"]] == ["stars_pixel_drift"]
    for rail in plan["rails"]:
        stops = [v["brightness_stops"] for v in rail["values"]]
        assert stops == sorted(stops)  # rightwards is brighter on every rail
        assert rail["values"][rail["picked_index"]]["value"] == rail["picked"]["value"]


def test_moving_an_eye_answers_with_the_rail_that_follows(ida: TestClient) -> None:
    night = making.night(ida)
    body = making.shot_body(ida)
    touch = {"control": "f_number", "value": 8.0}
    plan = ida.post(
        "/api/v1/plans", json={"night_id": night["id"], "shot": body, "touch": touch}
    ).json()
    roles = {rail["control"]: rail["role"] for rail in plan["rails"]}
    assert roles == {"exposure_s": "recipe", "f_number": "held", "iso": "follows"}
    assert plan["choice"]["held"] == {"f_number": 8.0}
    assert "short of the brightness" in plan["sentence"]  # ISO has an end, and it is said


def test_two_tabs_on_one_shot_never_overwrite_each_other(ida: TestClient) -> None:
    shot = making.shot(ida)
    path = f"/api/v1/shots/{shot['id']}"
    own = {k: v for k, v in shot.items() if k not in {"id", "night_id", "version"}}
    first = ida.put(path, json={**own, "title": "One"}, headers={"If-Match": '"v1"'})
    assert first.status_code == 200
    assert first.headers["ETag"] == '"v2"'
    late = ida.put(path, json={**own, "title": "Two"}, headers={"If-Match": '"v1"'})
    assert late.status_code == 412
    assert "Nothing was overwritten" in late.json()["detail"]
    assert ida.get(path).json()["title"] == "One"
    assert ida.put(path, json=own).status_code == 428


def test_deleting_can_be_undone(ida: TestClient) -> None:
    night = making.night(ida)
    path = f"/api/v1/nights/{night['id']}"
    assert ida.delete(path).status_code == 204
    assert ida.get(path).status_code == 404
    assert ida.get("/api/v1/nights").json() == []
    assert ida.post(f"{path}/restore").status_code == 204
    assert ida.get(path).json()["title"] == "New moon"


def test_a_shot_outlives_the_deletion_of_its_lens(ida: TestClient) -> None:
    shot = making.shot(ida)
    assert ida.delete(f"/api/v1/kit/{shot['lens_id']}").status_code == 204
    assert ida.get(f"/api/v1/shots/{shot['id']}/plan").status_code == 200


@pytest.mark.parametrize(
    ("over", "name", "wanted"),
    [
        ({"focal_length_mm": 200}, "focal_length_mm", "24 to 70 mm"),
        ({"tilt_deg": 120}, "tilt_deg", "less than or equal to 90"),
        ({"discipline": "alchemy"}, "discipline", "stars_over_foreground"),
        ({"at_utc": "2026-12-09T22:40:00"}, "at_utc", "timezone"),
        ({"at_utc": "2190-01-01T00:00:00Z"}, "at_utc", "1900-01-01 to 2053-09-01"),
        ({"inputs": {"drift_tolerance_px": 1e9}}, "drift_tolerance_px", "0.5 to 20 px"),
        ({"body_id": "018f0000-0000-7000-8000-000000000009"}, None, "no such piece of kit"),
    ],
)
def test_a_shot_that_cannot_be_is_refused_by_field(
    ida: TestClient, over: making.Json, name: str | None, wanted: str
) -> None:
    night = making.night(ida)
    answer = ida.post(f"/api/v1/nights/{night['id']}/shots", json=making.shot_body(ida, **over))
    assert answer.status_code in {404, 422}
    problem = answer.json()
    assert wanted in problem["detail"]
    if name:
        assert problem["errors"][0]["name"] == name
    assert ida.get(f"/api/v1/nights/{night['id']}/shots").json() == []


def test_a_night_is_a_strip_of_dark_moon_and_its_shots(ida: TestClient) -> None:
    """Almanac for 9 December 2026 at 43.3° N, 9.2° W, from memory to the quarter hour: the Sun sets
    at 17:58 and full dark lasts from 19:37 to 07:20, by the clock of Madrid; the Moon is new. Half
    an hour either way: a step of the strip is twenty minutes."""
    night = making.night(ida)
    shot = making.shot(ida, night["id"], at_utc="2026-12-09T23:00:00Z")
    strip = ida.get(f"/api/v1/nights/{night['id']}").json()["strip"]
    step_h = 24 / len(strip["dark"])
    dark = [12 + k * step_h for k, digit in enumerate(strip["dark"]) if digit == "4"]
    assert (min(dark), max(dark) + step_h) == pytest.approx((19.62, 31.33), abs=0.5)
    assert strip["shots"] == [0.5]  # midnight is half way from noon to noon
    assert set(strip["moon"]) == {"0", "1"}
    # a shot that moved is where it is now, in the list that remembers its nights too
    ida.delete(f"/api/v1/shots/{shot['id']}")
    assert ida.get("/api/v1/nights").json()[0]["strip"]["shots"] == []
