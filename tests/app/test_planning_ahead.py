"""Places from files and towns, searches, targets, weather and calendars, through the API."""

import json
from datetime import date, timedelta
from typing import Any

import pytest
from fastapi.testclient import TestClient
from icalendar import Calendar
from sqlalchemy import select, update

from patient_owl.platform.storage.base import now_utc
from patient_owl.platform.storage.leases import Lease, take
from patient_owl.platform.tables.accounts import User
from tests.app import making

RIDGE = [{"azimuth_deg": az, "altitude_deg": 6} for az in range(0, 360, 30)]


def test_a_position_is_found_by_text_and_by_town(ida: TestClient) -> None:
    found = ida.get("/api/v1/coordinates", params={"text": "43°18′07″N 9°12′50″W"}).json()
    assert found["latitude_deg"] == pytest.approx(43.30194, abs=1e-4)
    assert found["time_zone"] == "Europe/Madrid"
    assert ida.get("/api/v1/coordinates", params={"text": "north"}).status_code == 422
    # GeoNames: Tromsø lies at 69.65° N 18.96° E; typed without its letter
    town = ida.get("/api/v1/towns", params={"query": "tromso"}).json()
    assert town == [] or town[0]["latitude_deg"] == pytest.approx(69.65, abs=0.05)
    madrid = ida.get("/api/v1/towns", params={"query": "madri"}).json()[0]
    assert (madrid["name"], madrid["country"]) == ("Madrid", "ES")


def test_places_go_out_and_come_back_with_horizon_and_sky(ida: TestClient) -> None:
    making.place(ida, horizon=RIDGE, glow_azimuth_deg=15, notes="by the slip")
    out = ida.get("/api/v1/places/export/geojson")
    assert out.headers["content-type"].startswith("application/geo+json")
    waypoints = ida.post("/api/v1/waypoints", files={"file": ("p.geojson", out.content)}).json()
    assert waypoints[0]["description"] == "by the slip"
    properties = waypoints[0].pop("properties")
    body = {**properties, **waypoints[0], "notes": waypoints[0]["description"]}
    back = ida.post("/api/v1/places/batch", json={"places": [body]}).json()[0]
    first = ida.get("/api/v1/places").json()[0]
    same = {"name", "latitude_deg", "horizon", "sky_brightness_mag_arcsec2", "glow_azimuth_deg"}
    assert {k: back[k] for k in same} == {k: first[k] for k in same}
    assert ida.get("/api/v1/places/export/docx").status_code == 422


def test_a_batch_with_one_bad_place_keeps_none(ida: TestClient) -> None:
    good = {"name": "Good", "latitude_deg": 1, "longitude_deg": 1}
    bad = {**good, "name": "Bad", "horizon": [[10, 5], [10, 6]]}
    answer = ida.post("/api/v1/places/batch", json={"places": [good, bad]})
    assert answer.status_code == 422
    assert "horizon azimuth" in answer.json()["detail"]
    assert ida.get("/api/v1/places").json() == []


def test_a_search_tells_its_progress_and_reasons(ida: TestClient) -> None:
    place = making.place(ida)
    core = {
        "kind": "target_in",
        "target_key": "core",
        "bearing_true_deg": 180,
        "within_deg": 15,
        "lowest_deg": 5,
        "highest_deg": 40,
    }
    body = {
        "place_id": place["id"],
        "first_evening": "2027-02-01",
        "months": 4,
        "conditions": [{"kind": "light", "light": "dark"}, {"kind": "moon_down"}, core],
        "least_minutes": 20,
    }
    with ida.stream("POST", "/api/v1/searches", json=body) as answer:
        lines = [json.loads(line) for line in answer.iter_lines()]
    assert len(lines) == 4
    assert [line["done"] for line in lines] == [31, 62, 93, 122]
    found = [n for line in lines for n in line["nights"] if not n["is_near_miss"]]
    missed = [n for line in lines for n in line["nights"] if n["is_near_miss"]]
    assert all(
        n["minutes"] >= 20 and "galactic core within 15° of 180°" in n["text"] for n in found
    )
    assert any("misses by" in n["text"] for n in missed)
    bad = {**body, "first_evening": "2060-01-01"}
    assert "1900-01-01 to 2053-09-01" in ida.post("/api/v1/searches", json=bad).json()["detail"]
    unknown = {**core, "target_key": "nibiru"}
    answer = ida.post("/api/v1/searches", json={**body, "conditions": [unknown]})
    assert answer.status_code == 422


def test_a_night_carries_events_a_target_weather_and_a_calendar(ida: TestClient) -> None:
    place = making.place(ida, horizon=RIDGE, events=["beam every 10 s"])
    lines = ["causeway dry 21:00 to 1:00", "high water 17:20 4.1 m, low water 23:35 0.7 m"]
    night = making.night(ida, place["id"], events=lines, target_key="star-32349")
    path = f"/api/v1/nights/{night['id']}"
    making.shot(ida, night["id"])
    slope = ida.get(f"{path}/slope").json()
    assert slope["target_name"] == "Sirius"
    of_place, causeway, water = slope["happenings"]
    assert (of_place["is_of_place"], of_place["text"]) == (True, "every 10 s, all night")
    assert (causeway["label"], causeway["text"]) == ("causeway dry", "21:00 to 01:00")
    assert "low water 23:35, 0.7 m" in water["text"]
    assert {min(slope["water_share"]), max(slope["water_share"])} == {0, 1}
    assert {w["text"] for w in slope["windows"]} >= {"dark, moon down", "dark, Sirius up"}
    weather = ida.get(f"{path}/weather").json()
    assert weather["is_simulated"]
    assert len(weather["hours"]) >= 24
    dimmed = ida.put(path, json={**night, "uses_forecast": True}, headers={"If-Match": '"v1"'})
    assert dimmed.status_code == 200
    cloudy = ida.get(f"{path}/slope").json()
    assert max(cloudy["cloud_cover"]) > 0
    assert cloudy["ground_exposure_s"] != slope["ground_exposure_s"]
    passages = {p["key"]: p for p in ida.get(f"{path}/passages").json()}
    assert passages["north-pole"]["text"].startswith("up all the time")
    assert passages["south-pole"]["text"] == "does not clear the horizon"
    # α CMa culminates at 90° − 43.302° − 16.716° = 29.98° plus a refraction of 1.7′
    assert passages["star-32349"]["highest_deg"] == pytest.approx(30.0, abs=0.15)
    events = Calendar.from_ical(ida.get(f"{path}/calendar.ics").content).walk("VEVENT")
    names = [str(e["SUMMARY"]) for e in events]
    assert "New moon" in names
    assert "causeway dry: 21:00 to 01:00" in names
    assert any(name.startswith("Stars over the lantern: ") for name in names)


@pytest.mark.parametrize(
    ("over", "said"),
    [
        ({"target_key": "nibiru"}, "listed targets"),
        ({"events": ["lamps at dusk", "show 22:20 to 22:00"]}, "an end after the start"),
        ({"evening_date": "1850-01-01"}, "1900-01-01"),
    ],
)
def test_a_night_that_cannot_be_is_refused(ida: TestClient, over: making.Json, said: str) -> None:
    place_id = making.place(ida)["id"]
    body = {"place_id": place_id, "evening_date": "2026-12-09", **over}
    answer = ida.post("/api/v1/nights", json=body)
    assert answer.status_code == 422
    assert said in answer.json()["detail"]


def test_one_photographer_has_so_many_searches_under_way_and_no_more(
    ida: TestClient, signed_in: Any, app: Any
) -> None:
    place = making.place(ida)
    wish = {"place_id": place["id"], "first_evening": "2026-12-01", "months": 1}
    wish["conditions"] = [{"kind": "sun"}]
    with app.state.sessions() as session:
        user_id = session.scalar(select(User.id))
        holders = [take(session, "search", user_id, 2, now_utc()) for _ in range(3)]
        session.commit()
    assert [holder is None for holder in holders] == [False, False, True]
    assert ida.post("/api/v1/searches", json=wish).status_code == 429
    jonas = signed_in("Jonas")
    theirs = {**wish, "place_id": making.place(jonas)["id"]}
    for _ in range(3):  # each makes room for the next
        assert jonas.post("/api/v1/searches", json=theirs).status_code == 200
    with app.state.sessions() as session:
        session.execute(update(Lease).values(until_utc=now_utc() - timedelta(seconds=1)))
        session.commit()
    assert ida.post("/api/v1/searches", json=wish).status_code == 200


def test_a_wish_is_told_in_prose_and_asks_for_a_search_that_can_be_made(ida: TestClient) -> None:
    place = making.place(ida, events=["beam every 10 s"])
    told = ida.post("/api/v1/wishes", json={"first_evening": "2027-06-01", "months": 1}).json()
    [line] = told["told"]
    assert "".join(w["before"] + w["text"] + w["after"] for w in line["words"]) == (
        "From Skarn Light, from Tue 1 June 2027 over 1 month: full dark, Sun under −18°, the Moon "
        "down, galactic core above the horizon, whatever happens there, together for at least "
        "30 min, on any evening."
    )
    said = {w["key"] for w in line["words"] if w["is_set"]}
    assert said == {"first_evening", "months"}
    assert {w["key"] for w in line["words"]} < {q["key"] for q in told["questions"]}
    assert told["search"]["place_id"] == place["id"]
    answer = ida.post("/api/v1/searches", json=told["search"])
    nights = [n for line in answer.text.splitlines() for n in json.loads(line)["nights"]]
    found = [n for n in nights if not n["is_near_miss"]]
    assert found
    assert all(0.4 < n["from_share"] < n["to_share"] < 0.8 for n in found)


def test_what_is_wished_is_what_is_searched_for(ida: TestClient) -> None:
    making.place(ida)
    wish = {
        "light": "stars",
        "moon": "lit",
        "moon_least_percent": 10,
        "where": "in",
        "bearing_true_deg": 187,
        "weekdays": ["4", "5"],
    }
    search = ida.post("/api/v1/wishes", json=wish).json()["search"]
    core = {"kind": "target_in", "target_key": search["conditions"][2]["target_key"]}
    box = {"bearing_true_deg": 187, "within_deg": 10, "lowest_deg": 5, "highest_deg": 30}
    assert search["conditions"] == [
        {"kind": "light", "light": "stars"},
        {"kind": "moon_lit", "least": 0.1, "most": 0.4},
        {**core, **box},
    ]
    assert search["weekdays"] == [4, 5]
    without = ida.post("/api/v1/wishes", json={"target_key": None, "moon": "any"}).json()
    assert [c["kind"] for c in without["search"]["conditions"]] == ["light"]


def test_without_a_place_a_wish_says_that_one_comes_first(ida: TestClient) -> None:
    refused = ida.post("/api/v1/wishes", json={})
    assert refused.status_code == 422
    assert "a place, put down first" in refused.text


def test_a_place_nobody_has_measured_is_taken_for_the_class_that_is_said(ida: TestClient) -> None:
    body = {"name": "Cove", "latitude_deg": 43.3, "longitude_deg": -9.2}
    place = making.made(ida, "/places", body)
    [usual] = [b for b in ida.get("/api/v1/bortle").json() if b["is_usual"]]
    assert place["sky_brightness_mag_arcsec2"] == usual["sky_brightness_mag_arcsec2"]
    assert usual["text"] == "rural to suburban"


def test_a_places_events_go_out_and_come_in_again(ida: TestClient) -> None:
    lines = ["tram every 12 min from 17:08 until 0:20", "market 18:00 to 21:00 on Fridays"]
    place = making.place(ida, events=lines)
    path = f"/api/v1/places/{place['id']}/events"
    content = ida.get(f"{path}/export/csv").content
    read = ida.post(f"{path}/file", files={"file": ("events.csv", content)}).json()
    assert [one["line"] for one in read] == place["events"]
    events = Calendar.from_ical(ida.get(f"{path}/export/ics").content).walk("VEVENT")
    fridays = [e for e in events if e["SUMMARY"] == "market"]
    assert len(fridays) in (4, 5)
    assert {e.decoded("DTSTART").weekday() for e in fridays} == {4}
    assert ida.get(f"{path}/export/doc").status_code == 422
    typed = {"evening_date": "2026-12-09", "line": "show 22:20 to 22:00"}
    refused = ida.post(f"{path}/read", json=typed)
    assert refused.status_code == 422
    assert "an end after the start" in refused.json()["detail"]


def found_nights(ida: TestClient, wish: making.Json) -> list[making.Json]:
    with ida.stream("POST", "/api/v1/searches", json=wish) as answer:
        return [night for line in answer.iter_lines() for night in json.loads(line)["nights"]]


def test_nights_are_found_while_an_event_goes_on(ida: TestClient) -> None:
    """A market on Fridays alone finds Fridays, and nights beside miss it by hours."""
    place = making.place(ida, events=["market 20:00 to 23:00 on Fridays"])
    wish = {
        "place_id": place["id"],
        "first_evening": "2026-12-01",
        "months": 1,
        "conditions": [{"kind": "during", "label": "market"}, {"kind": "moon_down"}],
        "least_minutes": 30,
    }
    found = [n for n in found_nights(ida, wish) if not n["is_near_miss"]]
    assert found
    assert {date.fromisoformat(n["evening_date"]).weekday() for n in found} == {4}
    assert all("market" in n["text"] for n in found)
    unknown = {**wish, "conditions": [{"kind": "during", "label": "regatta"}]}
    answer = ida.post("/api/v1/searches", json=unknown)
    assert answer.status_code == 422
    assert "one of market" in answer.json()["detail"]


def test_a_night_kept_as_a_template_begins_others_and_they_are_none(ida: TestClient) -> None:
    shot = making.shot(ida)
    path = f"/api/v1/nights/{shot['night_id']}"
    night = ida.get(path).json()
    assert ida.get("/api/v1/nights/templates").json() == []
    kept = {"place_id": night["place_id"], "evening_date": night["evening_date"]}
    answer = ida.put(path, json=kept | {"is_template": True}, headers={"If-Match": '"v1"'})
    assert answer.status_code == 200, answer.text
    (one,) = ida.get("/api/v1/nights/templates").json()
    assert (one["id"], one["shot_count"]) == (night["id"], 1)
    again = making.made(ida, f"/nights/{one['id']}/again", {"evening_date": "2027-01-05"})
    assert (again["shot_count"], again["is_template"]) == (1, False)
