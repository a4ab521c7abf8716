"""The whole database into one file while it runs, and back.

mariadb-dump reads one snapshot, so nobody waits and nothing is half there. A backup counts only
once it was read back: loaded beside, its schema known, its tables counted. Restoring loads beside
too and changes places in one statement, so whoever asks meanwhile is answered from one or the
other.
"""

import gzip
import os
import shutil
import subprocess
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from sqlalchemy import URL, Connection, create_engine, make_url, text

from patient_owl.core.errors import OwlError
from patient_owl.platform.storage.migrate import check_revision, migrate

# Beside the database itself: what is loaded, and what it takes the place of.
BESIDE, BEFORE = "_restored", "_before"
_PIECE = 1_000_000
_COMPLETE = b"-- Dump completed"


class BackupFailed(OwlError):
    """What went wrong with a backup or with bringing it back, in words."""


def backup(url: str, file: Path) -> dict[str, int]:
    """Write a backup and read it back; rows by table. The file is there whole, or as it was."""
    if file.exists():
        raise BackupFailed(f"{file} is there already. Nothing was overwritten.")
    part = file.with_name(f".{file.name}.part")
    try:
        with _login(url) as login, gzip.open(part, "wb", compresslevel=4) as out:
            _dump(login, make_url(url).database or "", out)
        with part.open("rb") as written:
            os.fsync(written.fileno())
        with _loaded(url, part) as counts:
            part.replace(file)
            return counts
    finally:
        part.unlink(missing_ok=True)


def restore(url: str, file: Path, *, replaces: bool) -> dict[str, int]:
    """Bring a backup back in the place of what is there; rows by table."""
    name = make_url(url).database or ""
    with _connected(url) as connection:
        if not replaces and _has_accounts(connection, name):
            raise BackupFailed(
                "There are accounts here. Say --replace to put the backup in their place."
            )
    with _loaded(url, file) as counts:
        beside = make_url(url).set(database=f"{name}{BESIDE}")
        migrate(beside.render_as_string(hide_password=False))
        with _connected(url) as connection:
            _change_places(connection, name)
        return counts


def _dump(login: Path, database: str, out: Any) -> None:
    dump = [
        _program("mariadb-dump"), f"--defaults-extra-file={login}", "--single-transaction",
        "--quick", "--hex-blob", "--skip-lock-tables", "--skip-dump-date", "--no-tablespaces",
        database,
    ]  # fmt: skip
    with subprocess.Popen(dump, stdout=subprocess.PIPE, stderr=subprocess.PIPE) as running:
        assert running.stdout is not None  # asked for above
        assert running.stderr is not None
        tail = b""
        while piece := running.stdout.read(_PIECE):
            out.write(piece)
            tail = (tail + piece)[-200:]
        trouble = running.stderr.read().decode(errors="replace").strip()
    if running.returncode or _COMPLETE not in tail:
        raise BackupFailed(f"The database could not be read to its end: {trouble}")


@contextmanager
def _loaded(url: str, file: Path) -> Iterator[dict[str, int]]:
    """The backup loaded into a database beside, as long as the block runs; its rows by table."""
    beside = f"{make_url(url).database}{BESIDE}"
    with _connected(url) as connection:
        try:
            _anew(connection, beside)
            _load(url, beside, file)
            counts = _counted(connection, beside)
            check_revision(_revision(connection, beside))
            yield counts
        finally:
            connection.execute(text(f"DROP DATABASE IF EXISTS `{beside}`"))


def _load(url: str, beside: str, file: Path) -> None:
    with _login(url) as login:
        load = [_program("mariadb"), f"--defaults-extra-file={login}", beside]
        with subprocess.Popen(
            load, stdin=subprocess.PIPE, stdout=subprocess.DEVNULL, stderr=subprocess.PIPE
        ) as running:
            assert running.stdin is not None  # asked for above
            assert running.stderr is not None
            try:
                with gzip.open(file, "rb") as content:
                    shutil.copyfileobj(content, running.stdin, _PIECE)
                running.stdin.close()
            except BrokenPipeError:
                pass  # the client ended: it says why
            except (OSError, EOFError) as error:
                running.kill()
                raise BackupFailed(f"{file} is no backup, or is cut short: {error}") from error
            trouble = running.stderr.read().decode(errors="replace").strip()
    if running.returncode:
        raise BackupFailed(f"{file} could not be loaded: {trouble}")


def _counted(connection: Connection, database: str) -> dict[str, int]:
    names = _tables(connection, database)
    if "alembic_version" not in names:
        raise BackupFailed("That is no backup of a Patient Owl: its schema is not told.")
    return {
        name: connection.scalar(text(f"SELECT COUNT(*) FROM `{database}`.`{name}`")) or 0
        for name in names
    }


def _tables(connection: Connection, database: str) -> list[str]:
    named = text("SELECT table_name FROM information_schema.tables WHERE table_schema = :name")
    return sorted(connection.scalars(named, {"name": database}))


def _revision(connection: Connection, database: str) -> str | None:
    asked = text(f"SELECT version_num FROM `{database}`.alembic_version")
    revision: str | None = connection.scalar(asked)
    return revision


def _has_accounts(connection: Connection, database: str) -> bool:
    if "users" not in _tables(connection, database):
        return False
    return bool(connection.scalar(text(f"SELECT EXISTS (SELECT 1 FROM `{database}`.users)")))


def _change_places(connection: Connection, name: str) -> None:
    """In one statement: no request ever sees a half of each."""
    before, beside = f"{name}{BEFORE}", f"{name}{BESIDE}"
    _anew(connection, before)
    away = [f"`{name}`.`{t}` TO `{before}`.`{t}`" for t in _tables(connection, name)]
    here = [f"`{beside}`.`{t}` TO `{name}`.`{t}`" for t in _tables(connection, beside)]
    connection.execute(text("SET foreign_key_checks = 0"))
    connection.execute(text(f"RENAME TABLE {', '.join([*away, *here])}"))
    connection.execute(text(f"DROP DATABASE `{before}`"))


def _anew(connection: Connection, database: str) -> None:
    connection.execute(text(f"DROP DATABASE IF EXISTS `{database}`"))
    connection.execute(text(f"CREATE DATABASE `{database}` CHARACTER SET utf8mb4"))


@contextmanager
def _connected(url: str) -> Iterator[Connection]:
    engine = create_engine(url, isolation_level="AUTOCOMMIT", connect_args={"ssl_disabled": True})
    try:
        with engine.connect() as connection:
            yield connection
    finally:
        engine.dispose()


@contextmanager
def _login(url: str) -> Iterator[Path]:
    """How the database's own programs get in: a file only we can read, not their command line."""
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "login.cnf"
        file.touch(mode=0o600)
        file.write_text(_told(make_url(url)))
        yield file


def _told(url: URL) -> str:
    socket = url.query.get("unix_socket")
    lines = {
        "user": url.username,
        "password": url.password,
        "socket": socket if isinstance(socket, str) else None,
        "host": None if socket else url.host,
        "port": None if socket else url.port,
    }
    said = (f'{name} = "{value}"' for name, value in lines.items() if value)
    return "\n".join(["[client]", "default-character-set = utf8mb4", *said, ""])


def _program(name: str) -> str:
    program = shutil.which(name)
    if program is None:
        raise BackupFailed(f"{name} is not installed; it comes with Debian's mariadb-client.")
    return program
