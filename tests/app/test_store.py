"""The database itself: durable, migrated, and spoken of honestly."""

import json
from pathlib import Path

import pytest
from alembic import command
from fastapi.testclient import TestClient
from sqlalchemy import create_engine, text

from patient_owl.app import create_app
from patient_owl.settings import PROJECT_DIR, Settings
from patient_owl.storage.mariadb import CannotStart, PrivateMariaDB
from patient_owl.storage.migrate import NewerSchema, config_for, migrate
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
    database = PrivateMariaDB(tmp_path / "newer", 33456)
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


def test_a_full_disk_is_told_before_anything_is_written(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("patient_owl.storage.mariadb.FREE_DISK_MB", 10**9)
    with pytest.raises(CannotStart, match="MB are free"):
        PrivateMariaDB(tmp_path / "full").start()


def test_the_published_description_of_the_api_is_the_real_one() -> None:
    app = create_app(Settings(database_url="mysql+pymysql://nobody@127.0.0.1:1/none"))
    kept = json.loads((PROJECT_DIR / "docs" / "openapi.json").read_text())
    assert kept == json.loads(json.dumps(app.openapi())), "run ./owl types"
