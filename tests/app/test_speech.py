"""A photographer is spoken to in the units he thinks in, and nobody else is."""

from datetime import date
from typing import Any

import pytest
from fastapi.testclient import TestClient

from patient_owl.core.sky.magnetic import needle
from tests.app import making

API = "/api/v1"
SKARN = 43.302, -9.214, 0.0, date(2026, 12, 9)  # as making.place and making.night have it


def told(client: TestClient, shot: making.Json) -> str:
    plan = client.get(f"{API}/shots/{shot['id']}/plan").json()
    return "".join(
        w["before"] + w["text"] + w["after"] for line in plan["told"] for w in line["words"]
    )


def water(client: TestClient) -> making.Json:
    inputs = {"distance_m": 6.096, "water": "cascade"}
    return making.shot(client, discipline="moving_water", inputs=inputs, bearing_true_deg=80.0)


def test_units_are_chosen_kept_and_used_in_plan_and_form_alike(
    ida: TestClient, signed_in: Any
) -> None:
    shot = water(ida)
    assert "facing 80°" in told(ida, shot)
    assert "6.1 m off" in told(ida, shot)

    chosen = {"lengths": "imperial", "bearings": "magnetic", "stops": "halves"}
    answer = ida.put(f"{API}/account/speech", json=chosen).json()
    assert {way["key"]: way["picked"] for way in answer} == chosen
    # the needle points 1.1° west of true north there (see tests/core/test_magnetic.py)
    assert "facing 81° magnetic" in told(ida, shot)
    assert "20 ft off" in told(ida, shot)
    assert ida.get(f"{API}/account/speech").json() == answer

    asked = ida.get(f"{API}/disciplines").json()
    kind = next(one for one in asked["disciplines"] if one["key"] == "moving_water")
    far = next(q for q in kind["questions"] if q["key"] == "distance_m")
    assert far["shown"]["unit"] == "ft"
    assert 6.096 * far["shown"]["times"] == pytest.approx(20.0)

    # a form asks as the plan tells
    here = ida.get(f"{API}/disciplines?night_id={shot['night_id']}").json()
    facing = next(q for q in here["shot"] if q["key"] == "bearing_true_deg")
    assert facing["shown"]["unit"] == "° magnetic"
    assert facing["shown"]["plus"] == pytest.approx(-needle(*SKARN).east_deg)

    other = signed_in("Jonas")
    assert "6.1 m off" in told(other, water(other))
    assert ida.put(f"{API}/account/speech", json={"lengths": "cubits"}).status_code == 422


def test_whoever_thinks_in_feet_reads_no_celsius_in_a_form_or_on_a_rail(ida: TestClient) -> None:
    body_id, _ = making.body_and_lens(ida)
    body = ida.get(f"{API}/kit/{body_id}").json()
    spec = body["spec"] | {"battery_min": 180}
    kept = ida.put(
        f"{API}/kit/{body['id']}",
        json={"name": body["name"], "spec": spec},
        headers={"If-Match": f'"v{body["version"]}"'},
    )
    assert kept.status_code == 200, kept.text
    shot = making.shot(ida, body_id=body["id"])
    ida.put(f"{API}/account/speech", json={"lengths": "imperial"})
    kinds = ida.get(f"{API}/kit/kinds").text
    rails = str(ida.get(f"{API}/shots/{shot['id']}/plan").json()["rails"])
    for text in (kinds, rails):
        assert "°C" not in text
        assert "68 °F" in text  # 20 °C
