"""The database itself: durable, migrated, and spoken of honestly."""

import json
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import pytest
from alembic import command
from fastapi.testclient import TestClient
from sqlalchemy import Connection, create_engine, text

from patient_owl.app import create_app
from patient_owl.platform.storage.mariadb import CannotStart, PrivateMariaDB
from patient_owl.platform.storage.migrate import NewerSchema, config_for, migrate
from patient_owl.ports.settings import PROJECT_DIR, AppSettings
from tests.app import making


def test_migrations_and_models_describe_the_same_tables(database: PrivateMariaDB) -> None:
    command.check(config_for(database.url))  # raises when autogenerate would find a difference


def test_what_was_acknowledged_survives_a_kill_of_the_database(
    ida: TestClient, database: PrivateMariaDB
) -> None:
    night = making.night(ida)
    database.kill()
    assert ida.get("/healthz").status_code == 503
    down = ida.get("/api/v1/nights")
    assert down.status_code == 503
    assert "does not answer" in down.json()["detail"]
    database.start()
    assert ida.get("/healthz").json() == {"status": "ok"}
    assert ida.get(f"/api/v1/nights/{night['id']}").json()["title"] == "New moon"


def test_data_of_a_newer_version_is_left_alone(tmp_path: Path) -> None:
    database = PrivateMariaDB(tmp_path / "newer")
    database.start()
    try:
        migrate(database.url)
        engine = create_engine(database.url, connect_args={"ssl_disabled": True})
        with engine.begin() as connection:
            connection.execute(text("UPDATE alembic_version SET version_num = '9999'"))
        engine.dispose()
        with pytest.raises(NewerSchema, match="newer Patient Owl"):
            migrate(database.url)
    finally:
        database.stop()


def test_databases_are_made_side_by_side(tmp_path: Path) -> None:
    """Each has a directory for its temporary tables; in a shared one the next clears them away."""
    homes = [PrivateMariaDB(tmp_path / f"home-{k}") for k in range(6)]
    with ThreadPoolExecutor(len(homes)) as at_once:
        list(at_once.map(PrivateMariaDB.start, homes))
        assert all(home.is_running() for home in homes)
        list(at_once.map(PrivateMariaDB.stop, homes))


def test_a_full_disk_is_told_before_anything_is_written(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("patient_owl.platform.storage.mariadb.FREE_DISK_MB", 10**9)
    with pytest.raises(CannotStart, match="MB are free"):
        PrivateMariaDB(tmp_path / "full").start()


def test_the_published_description_of_the_api_is_the_real_one() -> None:
    app = create_app(AppSettings(database_url="mysql+pymysql://nobody@127.0.0.1:1/none"))
    kept = json.loads((PROJECT_DIR / "docs" / "openapi.json").read_text())
    assert kept == json.loads(json.dumps(app.openapi())), "run ./owl types"


def numbered(k: int) -> str:
    return f"00000000-0000-4000-8000-{k:012}"


def insert(connection: Connection, table: str, **columns: object) -> None:
    kept = {"user_id": numbered(9), "version": 1, **columns}
    kept |= dict.fromkeys(("created_at_utc", "changed_at_utc"), "2026-01-01")
    names, places = ", ".join(kept), ", ".join(f":{name}" for name in kept)
    connection.execute(text(f"INSERT INTO {table} ({names}) VALUES ({places})"), kept)


def old_take(k: int, shot: int, word: str | None, light_word: str | None) -> dict[str, object]:
    settings = {"exposure_s": 4, "f_number": 2.8, "iso": 100, "nd_stops": 0}
    words = {"verdict": word, "light_verdict": light_word, "is_keeper": 1, "note": ""}
    ids = {"id": numbered(k), "shot_id": numbered(shot), "started_at_utc": "2026-01-01"}
    return {**ids, **settings, **words}


def test_words_and_lights_of_before_are_carried_over_and_back(tmp_path: Path) -> None:
    database = PrivateMariaDB(tmp_path / "older")
    database.start()
    engine = create_engine(database.url, connect_args={"ssl_disabled": True})
    framing = {"focal_length_mm": 24, "bearing_true_deg": 0, "tilt_deg": 0}
    rest = {"title": "t", "notes": "", "orientation": "landscape", "inputs": "{}", "choice": "{}"}
    ids = {name: numbered(8) for name in ("night_id", "body_id", "lens_id")}
    old = {1: (5, "dark", None), 2: (6, "bright", "right"), 3: (6, None, None)}
    try:
        command.upgrade(config_for(database.url), "0005")
        with engine.begin() as connection:
            connection.execute(text("SET FOREIGN_KEY_CHECKS=0"))
            for shot, kind in ((5, "cityscape"), (6, "fireworks")):
                own = {"id": numbered(shot), "discipline": kind, "at_utc": "2026-01-01"}
                insert(connection, "shots", **own, **ids, **framing, **rest)
            held = {"figure": "beam_held", "spins": 30, "clothes": "clothes_dark"}
            own = {"id": numbered(7), "discipline": "spun_light", "at_utc": "2026-01-01"}
            beam = {**rest, "inputs": json.dumps(held)}
            insert(connection, "shots", **own, **ids, **framing, **beam)
            for k, was in old.items():
                insert(connection, "takes", **old_take(k, *was))
            spec = json.dumps({"kind": "light", "lumens": 100, "beam_deg": 20})
            insert(connection, "kit_items", id=numbered(9), name="t", kind="light", spec=spec)
        migrate(database.url)
        with engine.connect() as connection:
            found = connection.execute(text("SELECT verdicts FROM takes ORDER BY id")).scalars()
            assert [json.loads(verdicts) for verdicts in found] == [
                {"whole": "dark"},
                {"town": "bright", "bursts": "right"},
                {},
            ]
            kind, spec = connection.execute(text("SELECT kind, spec FROM kit_items")).one()
            assert (kind, json.loads(spec)["value"]) == ("torch", 100)
            [asked] = connection.execute(
                text("SELECT inputs FROM shots WHERE discipline = 'beam_in_haze'")
            ).scalars()
            assert json.loads(asked) == {"clothes": "clothes_dark"}
        command.downgrade(config_for(database.url), "0005")
        with engine.connect() as connection:
            back = connection.execute(text("SELECT verdict, light_verdict FROM takes ORDER BY id"))
            assert [tuple(row) for row in back] == [was[1:] for was in old.values()]
    finally:
        engine.dispose()
        database.stop()
