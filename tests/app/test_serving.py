"""The server as it is started: what it stands on is kept up, what cannot be is a sentence, and
nothing is left running."""

import os
import signal
import subprocess
import sys
import time
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import httpx2
import pytest

from patient_owl.platform.storage.keeper import Keeper
from patient_owl.platform.storage.mariadb import PrivateMariaDB
from tests.app import making
from tests.held_port import HeldPort

WITHIN_S = 180  # of a machine three times as busy


def until(what: Callable[[], Any]) -> Any:
    """What comes, once it comes."""
    end = time.monotonic() + WITHIN_S
    while time.monotonic() < end:
        try:
            if found := what():
                return found
        except (httpx2.TransportError, OSError):
            pass
        time.sleep(0.1)
    raise AssertionError("it did not come")


def owl(var_dir: Path, *said: str, **more: str) -> subprocess.Popen[str]:
    """./owl's own Python, in a directory of its own; what it says goes to a file, which no reader
    has to keep empty."""
    environment = {k: v for k, v in os.environ.items() if not k.startswith("OWL_")}
    with (var_dir / "said").open("w") as told:
        return subprocess.Popen(
            [sys.executable, "-m", "patient_owl.cli", *said],
            env={**environment, "OWL_VAR_DIR": str(var_dir), **more},
            stdin=subprocess.DEVNULL,
            stdout=told,
            stderr=told,
            text=True,
        )


def mariadb_pid(var_dir: Path) -> int:
    return int((var_dir / "demo" / "mariadb.pid").read_text())


def is_there(pid: int) -> bool:
    try:
        return "mariadbd" in Path(f"/proc/{pid}/cmdline").read_text()
    except OSError:
        return False


@pytest.fixture
def port() -> Iterator[int]:
    held = HeldPort()
    yield held.number
    held.let_go()


@pytest.fixture
def served(tmp_path: Path, port: int) -> Iterator[tuple[subprocess.Popen[str], str]]:
    """A demo of two processes."""
    process = owl(tmp_path, "demo", "--port", str(port), "--workers", "2")
    base = f"http://127.0.0.1:{port}"

    def is_up() -> bool:
        assert process.poll() is None, (tmp_path / "said").read_text()
        return httpx2.get(f"{base}/healthz").status_code == 200

    try:
        until(is_up)
        yield process, base
    finally:
        process.send_signal(signal.SIGTERM)
        process.wait(WITHIN_S)


def entered(base: str) -> httpx2.Client:
    client = httpx2.Client(base_url=base, timeout=60)
    answer = client.post("/api/v1/session/demo").json()
    client.headers["X-Owl-Csrf"] = answer["csrf_token"]
    # each request by a connection of its own, so that either process may get it
    client.headers["Connection"] = "close"
    return client


def test_two_processes_are_one_server_and_outlive_their_database(
    served: tuple[subprocess.Popen[str], str], tmp_path: Path
) -> None:
    process, base = served
    client = entered(base)
    night = next(n for n in client.get("/api/v1/nights").json() if n["shot_count"])
    shot = client.get(f"/api/v1/nights/{night['id']}/shots").json()[0]
    camera = f"/api/v1/shots/{shot['id']}/camera"

    # one camera, whichever process is asked
    set_to = {"exposure_s": 1, "f_number": 4, "iso": 800}
    for k in range(1, 9):
        assert client.put(f"{camera}/settings", json={**set_to, "iso": 100 * k}).status_code == 200
        assert client.get(camera).json()["settings"]["iso"] == 100 * k
        frame = client.post(f"{camera}/take").json()
        assert len(client.get(camera).json()["frames"]) == k
        assert client.get(f"{camera}/frames/{frame['id']}.jpg").status_code == 200
    pictures = {client.get(f"{camera}/frames/{frame['id']}.jpg").content for _ in range(8)}
    assert len(pictures) == 1

    # signing out ends a session everywhere at once
    other = entered(base)
    assert other.delete("/api/v1/session").status_code == 204
    assert {other.get("/api/v1/nights").status_code for _ in range(8)} == {401}

    # the database dies and comes again, with what was acknowledged
    take = making.take_body(shot["id"], started_at_utc=shot["at_utc"])
    take_id = "0190f5fe-7c00-7a00-8000-000000000001"
    assert client.put(f"/api/v1/takes/{take_id}", json=take).status_code == 201
    os.kill(mariadb_pid(tmp_path), signal.SIGKILL)
    until(lambda: client.get("/healthz").status_code == 503)
    until(lambda: client.get("/healthz").status_code == 200)
    links = client.get(f"/api/v1/shots/{shot['id']}/chain").json()["links"]
    assert take_id in [link["take"]["id"] for link in links]

    # a closed terminal leaves nothing behind
    pid = mariadb_pid(tmp_path)
    process.send_signal(signal.SIGHUP)
    assert process.wait(WITHIN_S) == 0
    assert not is_there(pid)


def test_processes_end_with_the_one_that_started_them(
    served: tuple[subprocess.Popen[str], str], tmp_path: Path
) -> None:
    process, base = served
    process.kill()
    process.wait(WITHIN_S)

    def is_silent() -> bool:
        try:
            httpx2.get(f"{base}/healthz", timeout=5)
        except httpx2.TransportError:
            return True
        return False

    until(is_silent)
    # its database is taken over by the next start, here by the one that ends it
    orphan = PrivateMariaDB(tmp_path / "demo")
    orphan.start()
    orphan.stop()
    assert not orphan.is_running()


@pytest.mark.parametrize(
    ("said", "more", "words"),
    [
        (["serve", "--port", "99999"], {}, "port: Input should be less than or equal to 65535"),
        (["serve"], {"OWL_PORT": "abc"}, "port (OWL_PORT)"),
        (["serve", "--host", "nowhere.invalid"], {}, "nowhere.invalid is no address"),
        (["serve", "--tls-cert", "{here}", "--tls-key", "{here}"], {}, "no certificate"),
        (["serve"], {"OWL_DATABASE_URL": "nonsense"}, "OWL_DATABASE_URL is no address"),
        (["account", "Ida"], {}, "NAME and EMAIL"),
    ],
)
def test_what_cannot_be_started_is_said_in_a_sentence(
    tmp_path: Path, port: int, said: list[str], more: dict[str, str], words: str
) -> None:
    said = [word.format(here=__file__) for word in said]
    free = {} if "--port" in said else {"OWL_PORT": str(port)}  # whoever has the usual one
    process = owl(tmp_path, *said, **{**free, **more})
    assert process.wait(WITHIN_S) == 1
    told = (tmp_path / "said").read_text()
    assert words in told
    assert "Traceback" not in told
    assert not list(tmp_path.glob("*/mariadb.pid"))


def test_a_database_that_does_not_start_is_tried_again_less_and_less_often(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, caplog: pytest.LogCaptureFixture
) -> None:
    def waits() -> list[float]:
        found = (getattr(record, "wait_s", None) for record in caplog.records)
        return [wait_s for wait_s in found if wait_s is not None]

    monkeypatch.setattr("patient_owl.platform.storage.keeper.SHORTEST_WAIT_S", 0.01)
    monkeypatch.setattr("patient_owl.platform.storage.keeper.LOOK_EVERY_S", 0.01)
    database = PrivateMariaDB(tmp_path / "kept")
    with Keeper(database):
        first = database.pid
        monkeypatch.setattr("patient_owl.platform.storage.mariadb.FREE_DISK_MB", 10**9)
        database.kill()
        until(lambda: len(waits()) >= 4)
        monkeypatch.undo()
        until(database.is_running)
        assert database.pid != first
    assert not database.is_running()
    assert waits()[:4] == [0.01, 0.02, 0.04, 0.08]
