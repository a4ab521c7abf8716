"""Instruments taken along, and readings that come back with their ±."""

from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient

from tests.app import making
from tests.app.test_helping import helping, invited, tonight

__all__ = ["invited", "tonight"]  # fixtures
API = "/api/v1"


def _reading(night: making.Json, **over: Any) -> making.Json:
    return {
        "place_id": night["place_id"],
        "night_id": night["id"],
        "instrument": "crossing",
        "made_at_utc": "2026-12-09T21:14:00Z",
        "count": 3,
        "figures": {"counted_s": {"value": 4.23, "sd": 0.31}},
        **over,
    }


def _told(client: TestClient, shot_id: str, key: str) -> making.Json:
    plan = client.get(f"{API}/shots/{shot_id}/plan").json()
    found: making.Json = next(w for x in plan["told"] for w in x["words"] if w["key"] == key)
    return found


def test_a_night_takes_along_all_that_is_needed_to_measure(ida: TestClient) -> None:
    night = making.night(ida)
    making.place(ida, name="Alder Mill weir", latitude_deg=43.32, longitude_deg=-9.19)
    shot = making.shot(ida, night["id"])
    kit = ida.get(f"{API}/nights/{night['id']}/instruments").json()
    assert {"core", "moon", "jupiter"} & {one["key"] for one in kit["up"]["bodies"]}
    # noon to noon in steps of ten minutes, and on the day before from now on
    [steps] = {len(one["azimuth_deg"]) for one in kit["up"]["bodies"]}
    assert 145 <= steps <= 289
    assert [one["id"] for one in kit["shots"]] == [shot["id"]]
    # by hand: 0.018° north are 2.0 km, 0.024° east at 43.3° are 1.95 km: north-east, 2.8 km off
    [mill] = kit["landmarks"]
    assert mill["bearing_true_deg"] == pytest.approx(44.3, abs=0.5)
    assert mill["distance_m"] == pytest.approx(2790, abs=20)
    assert "east" in kit["compass"]["needle_text"] or "west" in kit["compass"]["needle_text"]


def test_a_place_has_instruments_of_this_evening_without_a_night(ida: TestClient) -> None:
    place = making.place(ida, horizon=[[90, 5], [180, 12]])
    kit = ida.get(f"{API}/places/{place['id']}/instruments").json()
    assert kit["night_id"] is None
    assert [180, 12] in kit["outline"]
    assert kit["shots"] == []


@pytest.mark.parametrize(("latitude_deg", "longitude_deg"), [(90, 0), (-90, 180), (78.2, 15.6)])
def test_at_the_poles_it_is_said_how_little_a_compass_is_worth(
    ida: TestClient, latitude_deg: float, longitude_deg: float
) -> None:
    place = making.place(ida, latitude_deg=latitude_deg, longitude_deg=longitude_deg)
    answer = ida.get(f"{API}/places/{place['id']}/instruments")
    assert answer.status_code == 200, answer.text
    kit = answer.json()["compass"]
    # the north magnetic pole lies four degrees from the pole in 2026, from memory
    assert ("no compass is to be trusted" in kit["needle_text"]) == (latitude_deg == 90)
    assert kit["unset_sd_deg"] > 7.5


def test_who_thinks_in_feet_and_by_the_needle_measures_so(ida: TestClient) -> None:
    night = making.night(ida)
    ida.put(f"{API}/account/speech", json={"lengths": "imperial", "bearings": "magnetic"})
    kit = ida.get(f"{API}/nights/{night['id']}/instruments").json()
    east_deg = kit["compass"]["needle_east_deg"]
    assert kit["bearing_shown"]["plus"] == pytest.approx(-east_deg)
    walking = next(one for one in kit["taps"] if one["key"] == "walking")
    assert walking["given"][0]["question"]["shown"]["unit"] == "ft"
    assert walking["results"][0]["shown"]["unit"] == "ft/s"
    kept = ida.put(f"{API}/readings/{uuid4()}", json=_reading(night, instrument="walking", figures={
        "walk_m_s": {"value": 1.0, "sd": 0.1},
    }))  # fmt: skip
    # 1 m/s are 3.28 ft/s
    assert kept.json()["text"] == "Walking pace: 3.3 ft/s ± 0.3, 3 walks"


def test_a_reading_sent_twice_is_kept_once_and_can_be_put_away(ida: TestClient) -> None:
    night, reading_id = making.night(ida), uuid4()
    sent = [ida.put(f"{API}/readings/{reading_id}", json=_reading(night)) for _ in range(2)]
    assert [answer.status_code for answer in sent] == [201, 200]
    listed = f"{API}/nights/{night['id']}/readings"
    [kept] = ida.get(listed).json()
    assert kept["text"] == "Crossing: 4.2 s ± 0.3, 3 vehicles"
    assert kept["made_at_local"] == "22:14"
    assert ida.delete(f"{API}/readings/{reading_id}").status_code == 204
    assert ida.get(listed).json() == []
    ida.post(f"{API}/readings/{reading_id}/restore")
    assert len(ida.get(listed).json()) == 1


def test_an_answer_that_was_measured_is_told_with_its_spread_until_it_is_changed(
    ida: TestClient,
) -> None:
    night = making.night(ida)
    shot = making.shot(ida, night["id"], discipline="vehicle_trails", inputs={"counted_s": 4.23})
    assert _told(ida, shot["id"], "counted_s")["known"] == ""
    ida.put(f"{API}/readings/{uuid4()}", json=_reading(night, shot_id=shot["id"]))
    word = _told(ida, shot["id"], "counted_s")
    assert word["known"] == "± 0.3"
    assert word["known_by"] == "Measured at 22:14. Crossing: 4.2 s ± 0.3, 3 vehicles."
    body = {k: shot[k] for k in making.shot_body(ida)} | {"discipline": "vehicle_trails"}
    changed = ida.put(
        f"{API}/shots/{shot['id']}",
        json=body | {"inputs": {"counted_s": 5}},
        headers={"If-Match": f'"{shot["version"]}"'},
    )
    assert changed.status_code == 200, changed.text
    assert _told(ida, shot["id"], "counted_s")["known"] == ""


def test_a_skyline_that_was_swept_is_kept_beside_the_one_that_is_there(ida: TestClient) -> None:
    night = making.night(ida)
    body = _reading(night, instrument="sweep", outline=[[350, 4], [10, 6]], figures={
        "skyline_deg": {"value": 0, "sd": 1.2},
    })  # fmt: skip
    assert ida.put(f"{API}/readings/{uuid4()}", json=body).status_code == 201
    [kept] = ida.get(f"{API}/nights/{night['id']}/readings").json()
    assert kept["outline"] == [
        {"azimuth_deg": 350, "altitude_deg": 4},
        {"azimuth_deg": 10, "altitude_deg": 6},
    ]


@pytest.mark.parametrize(
    "over",
    [
        {"figures": {"counted_s": {"value": 1e300, "sd": 0.1}}},
        {"figures": {"counted_s": {"value": 1, "sd": -1}}},
        {"outline": [[10, 4, 3]]},
        {"outline": [[10, 200]]},  # no skyline reaches over the zenith
        {"count": 0},
    ],
)
def test_a_reading_nobody_can_have_made_is_refused_in_words(
    ida: TestClient, over: dict[str, Any]
) -> None:
    night = making.night(ida)
    answer = ida.put(f"{API}/readings/{uuid4()}", json=_reading(night, **over))
    assert answer.status_code == 422
    assert answer.json()["errors"]


def test_a_helper_measures_for_the_night_and_is_shown_no_other_place(
    app: Any, ida: TestClient, tonight: making.Json, invited: making.Json
) -> None:
    making.place(ida, name="Alder Mill weir", latitude_deg=43.32, longitude_deg=-9.19)
    night = ida.get(f"{API}/nights/{tonight['night_id']}").json()
    alone = _reading(night, night_id=None)
    ida.put(f"{API}/readings/{uuid4()}", json=alone)
    jonas = helping(app, invited["token"])
    kit = jonas.get(f"{API}/nights/{night['id']}/instruments").json()
    assert (kit["landmarks"], kit["readings"]) == ([], [])
    assert jonas.put(f"{API}/readings/{uuid4()}", json=_reading(night)).status_code == 201
    assert jonas.put(f"{API}/readings/{uuid4()}", json=alone).status_code == 404
    other = making.night(ida)
    assert jonas.put(f"{API}/readings/{uuid4()}", json=_reading(other)).status_code == 404
