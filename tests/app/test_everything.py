"""An account taken out whole and brought back in; what is no archive is refused in words."""

import io
import json
import zipfile
from collections.abc import Callable
from datetime import datetime
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient
from jsonschema_rs import validator_for
from sqlalchemy import text

from patient_owl.account.archive.contents import SINCE, TABLES
from tests import files
from tests.app import making
from tests.app.test_logbook import evening

PATH = "/api/v1/account/everything"


def lived_in(client: TestClient) -> None:
    """A night with takes, pictures, a kept file, a card, lessons and a ticked list."""
    night, shot = evening(client)
    at = datetime(2026, 12, 9, 23, 41)
    for level, keep in ((60, "true"), (90, "false")):
        upload = {"file": ("é.jpg", files.jpeg(level, at))}
        path = f"/api/v1/shots/{shot['id']}/photos"
        assert client.post(path, files=upload, data={"keep": keep}).status_code == 201
    making.made(client, "/intakes", {"label": "Card A", "night_id": night["id"]})


def everything(client: TestClient) -> bytes:
    answer = client.get(PATH)
    assert answer.status_code == 200
    return answer.content


def brought(client: TestClient, content: bytes) -> Any:
    return client.post(PATH, files={"file": ("all.zip", content)})


def opened(content: bytes) -> dict[str, bytes]:
    with zipfile.ZipFile(io.BytesIO(content)) as archive:
        assert archive.testzip() is None
        return {name: archive.read(name) for name in archive.namelist()}


def test_what_comes_back_in_goes_out_the_same_and_coming_in_twice_doubles_nothing(
    ida: TestClient,
) -> None:
    lived_in(ida)
    before = everything(ida)
    assert before == everything(ida)
    again = brought(ida, before)
    assert again.status_code == 200, again.text
    assert sum(again.json()["added"].values()) == 0
    assert everything(ida) == before


def test_on_another_instance_all_of_it_is_there_again_under_its_own_ids(
    ida: TestClient, app: Any
) -> None:
    lived_in(ida)
    before = everything(ida)
    with app.state.sessions() as session:
        session.execute(text("DELETE FROM photo_parts"))
        for name in reversed(TABLES):
            session.execute(text(f"DELETE FROM {name}"))
        session.commit()
    assert ida.get("/api/v1/nights").json() == []
    assert brought(ida, before).status_code == 200
    assert everything(ida) == before


def test_an_empty_account_gets_all_of_it_under_names_of_its_own_once(
    ida: TestClient, signed_in: Any
) -> None:
    lived_in(ida)
    (place,) = ida.get("/api/v1/places").json()
    off = {"effect": "here", "level": f"{place['id']}|natural|open", "is_on": False}
    assert ida.put("/api/v1/learned/lesson", json=off).status_code == 204
    jonas = signed_in("Jonas")
    archive = everything(ida)
    # Ida's rows are still there: nothing of hers is touched, and his are others
    first = brought(jonas, archive)
    assert first.status_code == 200, first.text
    assert "one take" not in first.json()["text"]
    assert "14 takes" in first.json()["text"]
    assert sum(brought(jonas, archive).json()["added"].values()) == 0
    assert everything(ida) == archive
    takes = jonas.get("/api/v1/logbook/takes").json()
    assert len(takes["takes"]) == 14
    shot = takes["takes"][0]["shot_id"]
    assert jonas.get(f"/api/v1/shots/{shot}/plan").status_code == 200
    photos = jonas.get(f"/api/v1/shots/{shot}/photos").json()
    kept = next(photo for photo in photos if photo["is_kept"])
    assert jonas.get(f"/api/v1/photos/{kept['id']}/file").content == files.jpeg(
        60, datetime(2026, 12, 9, 23, 41)
    )
    ours, his = opened(archive), opened(everything(jonas))
    assert len(ours) == len(his)
    # what was switched off is called by a place, and that is his own now
    (his_place,) = jonas.get("/api/v1/places").json()
    level = json.loads(his["tables/lessons_off.jsonl"])["level"]
    assert level == f"{his_place['id']}|natural|open"


Change = Callable[[dict[str, Any]], Any]


def changed(content: bytes, name: str, change: Change) -> bytes:
    """The archive with the first row of a file changed."""
    parts = opened(content)
    first, _, rest = parts[name].partition(b"\n")
    row = json.loads(first)
    change(row)
    parts[name] = json.dumps(row).encode() + b"\n" + rest
    return zipped(parts)


def zipped(parts: dict[str, bytes]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, part in parts.items():
            archive.writestr(name, part)
    return out.getvalue()


@pytest.mark.parametrize(
    ("name", "change", "words"),
    [
        ("manifest.json", lambda row: row.update(version=99), "newer Patient Owl"),
        ("manifest.json", lambda row: row.update(format="x"), "as the account page writes it"),
        ("tables/shots.jsonl", lambda row: row.update(discipline="x"), "discipline"),
        ("tables/shots.jsonl", lambda row: row.update(night_id=row["id"]), "one of its nights"),
        ("tables/shots.jsonl", lambda row: row.update(at_utc="2026-12-09T22:40"), "at_utc"),
        ("tables/takes.jsonl", lambda row: row.update(exposure_s=-1), "exposure_s"),
        ("tables/takes.jsonl", lambda row: row.pop("iso"), "iso"),
        ("tables/places.jsonl", lambda row: row.update(latitude_deg=99), "latitude_deg"),
        ("tables/nights.jsonl", lambda row: row.update(id="x"), "a row as JSON"),
        ("tables/photos.jsonl", lambda row: row.update(histogram=[1]), "histogram"),
        ("tables/kit_items.jsonl", lambda row: row.update(spec={"kind": "body"}), "spec"),
    ],
)
def test_an_archive_that_is_not_ours_is_refused_in_words_and_nothing_of_it_stays(
    ida: TestClient, signed_in: Any, name: str, change: Change, words: str
) -> None:
    lived_in(ida)
    jonas = signed_in("Jonas")
    answer = brought(jonas, changed(everything(ida), name, change))
    assert answer.status_code == 422
    assert words in answer.text
    assert jonas.get("/api/v1/nights").json() == []


def test_an_archive_of_before_comes_in_with_what_it_could_not_know(
    ida: TestClient, signed_in: Any
) -> None:
    """As version 1 wrote it: without what came since."""
    lived_in(ida)
    parts = opened(everything(ida))
    for table, columns in SINCE.items():
        rows = [json.loads(line) for line in parts[f"tables/{table}.jsonl"].splitlines()]
        kept = [{key: row[key] for key in row if key not in columns} for row in rows]
        parts[f"tables/{table}.jsonl"] = b"".join(json.dumps(row).encode() + b"\n" for row in kept)
    of_now = zipped(parts)
    jonas = signed_in("Jonas")
    refused = brought(jonas, of_now)  # of this version it is a row with a hole
    assert refused.status_code == 422
    assert "is_usual" in refused.text
    before = changed(of_now, "manifest.json", lambda row: row.update(version=1))
    assert brought(jonas, before).status_code == 200
    assert len(jonas.get("/api/v1/kit").json()) == len(ida.get("/api/v1/kit").json())
    assert len(jonas.get("/api/v1/nights").json()) == len(ida.get("/api/v1/nights").json())


def test_somebody_elses_rows_cannot_be_reached_through_an_archive(
    ida: TestClient, signed_in: Any
) -> None:
    lived_in(ida)
    jonas = signed_in("Jonas")
    making.night(jonas)
    parts = opened(everything(jonas))
    for name in ("tables/shots.jsonl", "tables/kit_items.jsonl"):
        parts[name] = opened(everything(ida))[name]
    answer = brought(jonas, zipped(parts))
    assert answer.status_code == 422
    assert "one of its nights" in answer.text


@pytest.mark.parametrize("content", [b"", b"PK\x03\x04", b"no archive", files.jpeg()])
def test_what_is_no_archive_is_refused(ida: TestClient, content: bytes) -> None:
    answer = brought(ida, content)
    assert answer.status_code == 422
    assert "as the account page writes it" in answer.text


def test_a_bomb_is_refused_by_its_index(ida: TestClient) -> None:
    lived_in(ida)
    parts = opened(everything(ida))
    bomb = zipped({**parts, "tables/takes.jsonl": b" " * 300_000_000})
    assert len(bomb) < 1_000_000
    answer = brought(ida, bomb)
    assert answer.status_code == 422
    assert "times as much as it is packed" in answer.text


def test_every_line_is_as_the_published_schema_says_and_that_is_the_one_in_docs(
    ida: TestClient,
) -> None:
    lived_in(ida)
    parts = opened(everything(ida))
    schema = json.loads(parts["schema.json"])
    docs = Path(__file__).parents[2] / "docs" / "everything.schema.json"
    assert schema == json.loads(docs.read_text()), "run ./owl types"
    for name in TABLES:
        check = validator_for({**schema["$defs"][name], "$defs": schema["$defs"]})
        for line in parts[f"tables/{name}.jsonl"].splitlines():
            check.validate(json.loads(line))
