"""The smallest things a test needs to stand on, made through the API."""

from typing import Any

from fastapi.testclient import TestClient

Json = dict[str, Any]


def made(client: TestClient, path: str, body: Json) -> Json:
    answer = client.post(f"/api/v1{path}", json=body)
    assert answer.status_code == 201, answer.text
    result: Json = answer.json()
    return result


def place(client: TestClient, **over: Any) -> Json:
    body = {"name": "Skarn Light", "latitude_deg": 43.302, "longitude_deg": -9.214}
    return made(client, "/places", {**body, "sky_brightness_mag_arcsec2": 21.3, **over})


def night(client: TestClient, place_id: str | None = None, **over: Any) -> Json:
    place_id = place_id or place(client)["id"]
    # the simulated sky changes its mind from day to day
    still = {"evening_date": "2026-12-09", "title": "New moon", "uses_forecast": False}
    body = {"place_id": place_id, **still}
    return made(client, "/nights", {**body, **over})


def body_and_lens(client: TestClient) -> tuple[str, str]:
    sensor = {"sensor_width_mm": 36, "sensor_height_mm": 24, "width_px": 6000, "height_px": 4000}
    body = made(client, "/kit", {"name": "24 MP", "spec": {"kind": "body", **sensor}})
    reach = {"shortest_focal_length_mm": 24, "longest_focal_length_mm": 70, "widest_f_number": 2.8}
    lens = made(client, "/kit", {"name": "zoom", "spec": {"kind": "lens", **reach}})
    return body["id"], lens["id"]


def shot_body(client: TestClient, **over: Any) -> Json:
    body_id, lens_id = body_and_lens(client)
    return {
        "title": "Stars over the lantern",
        "at_utc": "2026-12-09T22:40:00Z",
        "body_id": body_id,
        "lens_id": lens_id,
        "focal_length_mm": 24,
        **over,
    }


def shot(client: TestClient, night_id: str | None = None, **over: Any) -> Json:
    night_id = night_id or night(client)["id"]
    return made(client, f"/nights/{night_id}/shots", shot_body(client, **over))


def take_body(shot_id: str, **over: Any) -> Json:
    return {
        "shot_id": shot_id,
        "started_at_utc": "2026-12-09T22:41:00Z",
        "exposure_s": 4.0,
        "f_number": 2.0**1.5,
        "iso": 6400,
        "verdicts": {"whole": "dark"},
        **over,
    }
