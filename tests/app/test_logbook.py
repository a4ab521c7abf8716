"""Looking back: takes found, what was kept and learned, and beginning from it again."""

import csv
import io
import zipfile
from typing import Any

import pytest
from fastapi.testclient import TestClient
from pypdf import PdfReader
from uuid6 import uuid7

from tests import files
from tests.app import making
from tests.app.making import Json


def take(client: TestClient, shot_id: str, minute: int, **over: Any) -> str:
    take_id = str(uuid7())
    body = making.take_body(shot_id, started_at_utc=f"2026-12-09T22:{minute:02d}:00Z", **over)
    assert client.put(f"/api/v1/takes/{take_id}", json=body).status_code == 201
    return take_id


def evening(client: TestClient) -> tuple[Json, Json]:
    """A shot whose long takes are kept and whose short ones are not."""
    night = making.night(client, title="Fog over 100 % of it")
    shot = making.shot(client, night["id"], title="The Lantern", notes="from the slip")
    for k in range(7):
        take(client, shot["id"], k, exposure_s=1 / 20, is_keeper=False, note="shaken")
        take(client, shot["id"], 20 + k, exposure_s=4, is_keeper=k != 3)
    return night, shot


def found(client: TestClient, **query: Any) -> Json:
    answer = client.get("/api/v1/logbook/takes", params=query)
    assert answer.status_code == 200, answer.text
    result: Json = answer.json()
    return result


def test_takes_are_found_by_words_and_by_what_they_were_made_of(
    ida: TestClient, signed_in: Any
) -> None:
    night, _ = evening(ida)
    assert ida.get("/api/v1/logbook/figures").json()["text"] == "14 takes, 6 kept."
    assert len(found(ida, words="lantern SLIP")["takes"]) == 14
    assert len(found(ida, words="shaken fog")["takes"]) == 7
    assert len(found(ida, words="100 %")["takes"]) == 14
    # a percent sign is one, and no wildcard
    assert found(ida, words="1%0")["takes"] == []
    assert found(ida, words="lantern dragon")["takes"] == []
    assert len(found(ida, is_keeper=True, least_exposure_s=1)["takes"]) == 6
    assert found(ida, place_id=str(uuid7()))["takes"] == []
    assert found(ida, first_evening="2026-12-10")["takes"] == []
    assert found(signed_in("Jonas"))["takes"] == []
    ida.delete(f"/api/v1/nights/{night['id']}")
    assert found(ida)["takes"] == []


def test_pages_of_takes_go_on_where_the_last_ended_and_lose_none(ida: TestClient) -> None:
    evening(ida)
    seen: list[str] = []
    page = found(ida, limit=5)
    while True:
        seen += [one["id"] for one in page["takes"]]
        if page["next"] is None:
            break
        page = found(ida, limit=5, before=page["next"])
    assert len(seen) == len(set(seen)) == 14
    assert ida.get("/api/v1/logbook/takes?before=yesterday").status_code == 422


def test_what_is_kept_seldom_is_said_with_its_figures(ida: TestClient) -> None:
    evening(ida)
    figures = ida.get("/api/v1/logbook/figures").json()
    told = [one["text"] for one in figures["figures"]]
    assert any(text.endswith("faster than 1/15\u00a0s: 0 of 7 kept.") for text in told)
    assert any("1 to 30\u00a0s: 6 of 7 kept." in text for text in told)
    # two takes tell nothing of how often
    assert ida.get("/api/v1/logbook/figures?words=nothing").json()["figures"] == []


# Vellamark lies at 43.3° N: in June the Sun stays above −24°, in December it is under −18° for
# about eleven hours (from memory of any almanac); a digit is twenty minutes.
def test_the_year_lies_dark_in_winter_and_shows_where_one_was_out(ida: TestClient) -> None:
    evening(ida)
    year = ida.get("/api/v1/logbook/year?year=2026").json()
    rows = {row["evening_date"]: row for row in year["rows"]}
    assert len(rows) == 365
    assert {len(row["dark"]) for row in year["rows"]} == {72}
    winter, summer = (rows[day]["dark"].count("4") / 3 for day in ("2026-12-21", "2026-06-21"))
    assert winter == pytest.approx(11, abs=0.7)
    assert summer == pytest.approx(4, abs=1)
    assert len(year["takes"]) == 14
    # 22:00 UTC is 23:00 there, eleven hours after noon
    assert year["takes"][0]["share"] == pytest.approx(11 / 24, abs=0.02)


def test_a_kept_take_begins_another_night_with_its_look(ida: TestClient) -> None:
    evening(ida)
    take_id = found(ida, is_keeper=True)["takes"][0]["id"]
    body = {"evening_date": "2027-01-07"}
    again = making.made(ida, f"/takes/{take_id}/again", body)
    held = again["choice"]["held"]
    assert held["iso"] == 6400
    assert held["f_number"] == pytest.approx(2.83, abs=0.01)
    assert "exposure_s" not in held
    assert again["notes"].startswith("As taken on 9 December 2026: 4 s, f/2.8, ISO 6400.")
    assert again["title"] == "The Lantern"
    plan = ida.get(f"/api/v1/shots/{again['id']}/plan")
    assert plan.status_code == 200
    assert ida.post(f"/api/v1/takes/{take_id}/again", json={}).status_code == 422


def test_an_event_of_a_weekday_comes_again_on_that_day_and_others_on_their_date(
    ida: TestClient,
) -> None:
    weekly = making.night(
        ida, evening_date="2026-12-11", events=["market lamps on Fridays from 18:00 to 23:00"]
    )
    on = ida.get(f"/api/v1/nights/{weekly['id']}/year-on").json()["evening_date"]
    assert on == "2027-12-10"  # a Friday
    making.shot(ida, weekly["id"], at_utc="2026-12-11T22:40:00Z")
    again = making.made(ida, f"/nights/{weekly['id']}/again", {"which": "all"})
    assert (again["evening_date"], again["shot_count"]) == ("2027-12-10", 1)
    plain = making.night(ida)
    on = ida.get(f"/api/v1/nights/{plain['id']}/year-on").json()["evening_date"]
    assert on == "2027-12-09"


def test_unfinished_shots_are_listed_and_carried_over(ida: TestClient) -> None:
    old = making.night(ida, evening_date="2025-12-09")
    shot = making.shot(ida, old["id"], at_utc="2025-12-09T22:40:00Z")
    (waiting,) = ida.get("/api/v1/logbook/unfinished").json()
    assert (waiting["shot_id"], waiting["text"]) == (shot["id"], "never tried")
    night = making.night(ida)
    body = {"shot_ids": [shot["id"]], "night_id": night["id"]}
    answer = ida.post("/api/v1/nights/carried", json=body)
    assert answer.json()[0]["at_utc"] == "2026-12-09T22:40:00Z"


def test_what_was_learned_is_told_switched_and_drawn(ida: TestClient) -> None:
    night = making.night(ida)
    shots = [
        making.shot(ida, night["id"], discipline="dim_interior", inputs={"lit_by": "home_interior"})
        for _ in range(2)
    ]
    right = {"exposure_s": 4, "f_number": 8, "iso": 100, "verdicts": {"whole": "right"}}
    take(ida, shots[0]["id"], 5, **right)
    (group, *_) = ida.get("/api/v1/learned").json()["groups"]
    (lesson,) = group["lessons"]
    assert "home interior" in lesson["text"]
    assert "from one night" in lesson["text"]
    plan = f"/api/v1/shots/{shots[1]['id']}/plan"
    taught = ida.get(plan).json()["parts"][0]["ev100"]
    assert taught < 5
    off = {"effect": lesson["effect"], "level": lesson["level"], "is_on": False}
    assert ida.put("/api/v1/learned/lesson", json=off).status_code == 204
    assert ida.get(plan).json()["parts"][0]["ev100"] > taught + 0.5
    finding = lesson["findings"][0]["id"]
    assert ida.put(f"/api/v1/findings/{finding}", json={"is_on": False}).json()["is_on"] is False
    drawn = ida.get("/api/v1/learned/calibration").json()
    (point,) = drawn["points"]
    assert point["predicted_ev100"] == pytest.approx(6, abs=0.1)
    assert point["found_ev100"] == pytest.approx(4, abs=0.5)
    assert ida.delete("/api/v1/learned/words").status_code == 204


def test_a_past_night_is_remembered_by_the_pictures_of_what_was_kept(
    ida: TestClient, signed_in: Any
) -> None:
    night, shot = evening(ida)
    takes = ida.get(f"/api/v1/shots/{shot['id']}/chain").json()["links"]
    for level, link in enumerate(takes[::2], start=40):
        shown = files.jpeg(level)
        upload = {"file": (f"{link['take']['id']}.jpg", shown, "image/jpeg")}
        photo = ida.post(f"/api/v1/shots/{shot['id']}/photos", files=upload).json()
        body = {"take_id": link["take"]["id"]}
        version = {"If-Match": f'"{photo["version"]}"'}
        path = f"/api/v1/photos/{photo['id']}/take"
        assert ida.put(path, json=body, headers=version).status_code < 300
    span = {"first": "2026-12-01", "last": "2026-12-31"}
    found = ida.get("/api/v1/logbook/keepers", params=span).json()
    assert [one["night_id"] for one in found] == [night["id"]]
    kept = {link["take"]["id"] for link in takes if link["take"]["is_keeper"]}
    assert 0 < len(found[0]["photo_ids"]) <= 4
    links = ida.get(f"/api/v1/shots/{shot['id']}/chain").json()["links"]
    of = {p["id"]: link["take"]["id"] for link in links for p in link["photos"]}
    assert {of[photo_id] for photo_id in found[0]["photo_ids"]} <= kept
    assert signed_in("Jonas").get("/api/v1/logbook/keepers", params=span).json() == []
    later = {"first": "2027-01-01", "last": "2027-02-01"}
    assert ida.get("/api/v1/logbook/keepers", params=later).json() == []


def test_takes_go_out_as_tables_and_sidecars_are_named_as_the_originals(ida: TestClient) -> None:
    night, shot = evening(ida)
    take(ida, shot["id"], 50, note="=SUM(A1)")
    for level in (60, 90):
        upload = {"file": ("OWL_0001.NEF", files.jpeg(level))}
        assert ida.post(f"/api/v1/shots/{shot['id']}/photos", files=upload).status_code == 201
    table = list(csv.DictReader(io.StringIO(ida.get("/api/v1/logbook/takes.csv").text)))
    told = ida.get("/api/v1/logbook/takes.json").json()
    assert len(table) == len(told) == 15
    assert table[0]["started_at"] == "2026-12-09T23:00:00+01:00"
    assert table[-1]["note"] == "'=SUM(A1)"  # no spreadsheet takes it for a formula
    assert told[-1]["note"] == "=SUM(A1)"
    assert float(table[1]["exposure_s"]) == told[1]["exposure_s"]
    archive = ida.get(f"/api/v1/nights/{night['id']}/sidecars.zip").content
    with zipfile.ZipFile(io.BytesIO(archive)) as sidecars:
        # a sidecar belongs to a picture by its name alone
        names = ["Added by hand/OWL_0001.xmp", "Added by hand (2)/OWL_0001.xmp"]
        assert sidecars.namelist() == names
        assert b"The Lantern" in sidecars.read(names[0])


def test_a_night_is_told_as_a_story_on_the_page_and_on_paper(ida: TestClient) -> None:
    night, _ = evening(ida)
    story = ida.get(f"/api/v1/nights/{night['id']}/story").json()
    assert story["text"] == "One shot, 14 takes, 6 kept."
    (told,) = story["shots"]
    assert told["title"] == "The Lantern"
    assert told["links"][0]["change"] == ""
    assert told["links"][7]["change"]  # from a twentieth to four seconds
    paper = PdfReader(io.BytesIO(ida.get(f"/api/v1/nights/{night['id']}/story.pdf").content))
    text = "".join(page.extract_text() for page in paper.pages)
    assert "The Lantern" in text
    assert "14 takes, 6 kept" in text
