"""One thing that cannot be worked out says so in its place; the rest of the night opens."""

from io import BytesIO
from typing import Any

import icalendar
import pytest
from fastapi.testclient import TestClient
from pypdf import PdfReader
from sqlalchemy import text

from patient_owl.platform import item_errors
from patient_owl.platform.item_errors import OURS
from tests.app import making
from tests.app.making import Json

NIGHT_VIEWS = ("shots", "field", "card.pdf", "calendar.ics", "slope")


def two_shots(client: TestClient) -> tuple[Json, Json, Json]:
    """A night with a sound shot and one whose lens was edited out of its reach."""
    night = making.night(client)
    sound = making.shot(client, night["id"], title="Sound")
    broken = making.shot(client, night["id"], title="Broken", focal_length_mm=24)
    path = f"/api/v1/kit/{broken['lens_id']}"
    lens = client.get(path).json()
    lens["spec"] |= {"shortest_focal_length_mm": 50, "longest_focal_length_mm": 50}
    edited = client.put(path, json=lens, headers={"If-Match": f'"v{lens["version"]}"'})
    assert edited.status_code == 200, edited.text
    return night, sound, broken


def test_a_lens_edited_out_of_reach_troubles_its_own_shot_alone(ida: TestClient) -> None:
    night, sound, broken = two_shots(ida)
    base = f"/api/v1/nights/{night['id']}"
    for view in NIGHT_VIEWS:
        assert ida.get(f"{base}/{view}").status_code == 200, view

    listed = {shot["id"]: shot for shot in ida.get(f"{base}/shots").json()}
    assert listed[sound["id"]]["settings"]
    assert listed[sound["id"]]["trouble"] is None
    assert listed[broken["id"]]["settings"] is None
    assert listed[broken["id"]]["trouble"] == (
        "focal length: wanted 50 mm for this lens, it is 24 mm."
    )
    bundle = ida.get(f"{base}/field").json()
    assert [shot["id"] for shot in bundle["shots"]] == [sound["id"]]
    assert [(left["id"], left["title"]) for left in bundle["left_out"]] == [
        (broken["id"], "Broken")
    ]
    page = PdfReader(BytesIO(ida.get(f"{base}/card.pdf").content)).pages[0].extract_text()
    assert "Broken: focal length" in page
    events = icalendar.Calendar.from_ical(ida.get(f"{base}/calendar.ics").content).walk("VEVENT")
    told = {str(event["summary"]): str(event.get("description", "")) for event in events}
    assert "50 mm for this lens" in told["Broken"]
    assert ida.get(f"/api/v1/shots/{broken['id']}/card.pdf").status_code == 200
    chain = ida.get(f"/api/v1/shots/{broken['id']}/chain").json()
    assert "50 mm for this lens" in chain["trouble"]


@pytest.mark.makes_mistakes
@pytest.mark.parametrize("mistake", [ZeroDivisionError, TypeError, AssertionError, KeyError])
def test_a_mistake_of_ours_over_one_shot_costs_no_other_and_is_said_to_be_ours(
    ida: TestClient,
    monkeypatch: pytest.MonkeyPatch,
    caplog: pytest.LogCaptureFixture,
    mistake: type[Exception],
) -> None:
    night = making.night(ida)
    shot = making.shot(ida, night["id"])
    ida.put(f"/api/v1/takes/{shot['id']}", json=making.take_body(shot["id"]))

    def mistaken(*_: Any) -> None:
        raise mistake

    monkeypatch.setattr("patient_owl.core.shot.advise.advice", mistaken)
    bundle = ida.get(f"/api/v1/nights/{night['id']}/field")
    assert bundle.json()["left_out"][0]["text"] == OURS
    chain = ida.get(f"/api/v1/shots/{shot['id']}/chain").json()
    assert chain["trouble"] == OURS
    assert len(chain["links"]) == 1
    logged = [record for record in caplog.records if record.name == item_errors.__name__]
    assert logged
    assert all(record.exc_info for record in logged)


def test_a_shot_lies_in_its_night(ida: TestClient) -> None:
    night = making.night(ida)
    body = making.shot_body(ida, at_utc="2027-01-09T22:40:00Z")
    refused = ida.post(f"/api/v1/nights/{night['id']}/shots", json=body)
    assert refused.status_code == 422
    assert "9 December 2026, 12:00 to 10 December 2026, 12:00" in refused.json()["detail"]


@pytest.mark.parametrize(
    ("change", "at_utc"),
    [
        # Europe/Madrid keeps UTC+1 in December and UTC+2 in June; Asia/Tokyo UTC+9. [tz]
        ({"evening_date": "2026-12-12"}, "2026-12-12T22:40:00Z"),
        ({"evening_date": "2026-06-12"}, "2026-06-12T21:40:00Z"),
        ({"time_zone": "Asia/Tokyo"}, "2026-12-09T14:40:00Z"),
    ],
)
def test_a_shot_keeps_its_local_hour_when_its_night_or_the_clocks_of_its_place_move(
    ida: TestClient, change: Json, at_utc: str
) -> None:
    night = making.night(ida)
    shot = making.shot(ida, night["id"])
    at_place = "time_zone" in change
    path = f"/api/v1/places/{night['place_id']}" if at_place else f"/api/v1/nights/{night['id']}"
    kept = ida.get(path).json()
    moved = ida.put(path, json=kept | change, headers={"If-Match": f'"v{kept["version"]}"'})
    assert moved.status_code == 200, moved.text
    assert ida.get(f"/api/v1/shots/{shot['id']}").json()["at_utc"] == at_utc
    assert ida.get(f"/api/v1/shots/{shot['id']}/plan").status_code == 200


def test_a_shot_that_came_to_lie_outside_its_night_says_so(ida: TestClient, app: Any) -> None:
    night = making.night(ida)
    making.shot(ida, night["id"])
    with app.state.sessions() as session:
        session.execute(text("UPDATE shots SET at_utc = '2031-01-01'"))
        session.commit()
    for view in NIGHT_VIEWS:
        assert ida.get(f"/api/v1/nights/{night['id']}/{view}").status_code == 200, view
    (shot,) = ida.get(f"/api/v1/nights/{night['id']}/shots").json()
    assert shot["trouble"].startswith("at: wanted a moment of its night, 9 December 2026")


def test_a_day_that_never_was_is_no_evening(ida: TestClient) -> None:
    # Samoa went from 29 to 31 December 2011, changing sides of the date line. [tz]
    apia = making.place(ida, name="Apia", latitude_deg=-13.83, longitude_deg=-171.77)
    body = {"place_id": apia["id"], "evening_date": "2011-12-30"}
    refused = ida.post("/api/v1/nights", json=body)
    assert refused.status_code == 422
    assert "a day that this place's calendar had" in refused.json()["detail"]
    wish = {**body, "first_evening": "2011-12-15", "months": 1, "conditions": [{"kind": "sun"}]}
    lines = ida.post("/api/v1/searches", json=wish)
    assert lines.status_code == 200
    assert "2011-12-30" not in lines.text


@pytest.mark.parametrize(
    ("field", "value"),
    [
        ("iso", 5e-324),
        ("exposure_s", 1e300),
        ("f_number", 1e-9),
        ("started_at_utc", "0001-01-01T00:00:00+14:00"),
        ("started_at_utc", "9999-12-31T23:59:59-12:00"),
    ],
)
def test_values_no_camera_and_no_calendar_of_ours_has_are_not_kept(
    ida: TestClient, field: str, value: object
) -> None:
    shot = making.shot(ida)
    body = making.take_body(shot["id"]) | {field: value}
    refused = ida.put(f"/api/v1/takes/{shot['id']}", json=body)
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["name"] == field


def test_takes_at_the_ends_of_what_can_be_set_leave_the_chain_open(ida: TestClient) -> None:
    shot = making.shot(ida)
    ends = [(1e-5, 0.5, 1e7, 0), (1e6, 512, 1, 40), (1e6, 0.5, 1e7, 0), (1e-5, 512, 1, 40)]
    for k, (exposure_s, f_number, iso, nd_stops) in enumerate(ends):
        for n, word in enumerate(("black", "blown", "right")):
            settings = {"exposure_s": exposure_s, "f_number": f_number}
            settings |= {"iso": iso, "nd_stops": nd_stops}
            take_id = f"0190f5fe-7c00-7a00-8000-0000000000{k}{n}"
            body = making.take_body(shot["id"], verdicts={"whole": word}, **settings)
            kept = ida.put(f"/api/v1/takes/{take_id}", json=body)
            assert kept.status_code == 201, kept.text
    assert ida.get(f"/api/v1/shots/{shot['id']}/field").status_code == 200
    chain = ida.get(f"/api/v1/shots/{shot['id']}/chain").json()
    assert (chain["trouble"], len(chain["links"])) == (None, 12)
