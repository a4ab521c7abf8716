"""What a browser waits for: the demo in a process of its own, over loopback."""

import os
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import httpx2

from benchmarks.measure import report

PORT = 8199
BASE = f"http://127.0.0.1:{PORT}"


def run() -> None:
    with served():
        _ask()


@contextmanager
def served() -> Iterator[Path]:
    """A demo of its own in a directory, ended afterwards."""
    with tempfile.TemporaryDirectory() as var_dir:
        server = subprocess.Popen(
            [sys.executable, "-m", "patient_owl.cli", "demo", "--port", str(PORT)],
            env={**os.environ, "OWL_VAR_DIR": var_dir},
            stdout=subprocess.DEVNULL,
            stderr=subprocess.DEVNULL,
        )
        try:
            _wait()
            yield Path(var_dir)
        finally:
            server.terminate()
            server.wait(40)


def _wait() -> None:
    for _ in range(600):
        try:
            httpx2.get(f"{BASE}/healthz")
            return
        except httpx2.ConnectError:
            time.sleep(0.1)
    raise SystemExit("the demo did not come up")


def _ask() -> None:
    with httpx2.Client(base_url=f"{BASE}/api/v1") as client:
        client.headers["X-Owl-Csrf"] = client.post("/session/demo").json()["csrf_token"]
        night = next(n for n in client.get("/nights").json() if "first dark" in n["title"])
        shot = client.get(f"/nights/{night['id']}/shots").json()[0]
        kept = client.get(f"/shots/{shot['id']}").json()
        body = {k: v for k, v in kept.items() if k not in {"id", "night_id", "version"}}
        stops = iter(range(10_000))

        def drag() -> None:
            """An eye moved at another moment each time, so that no answer is remembered."""
            at = f"{kept['at_utc'][:10]}T22:{next(stops) % 60:02d}:{next(stops) % 60:02d}Z"
            touch = {"control": "f_number", "value": 4.0}
            plan = {"night_id": night["id"], "shot": {**body, "at_utc": at}, "touch": touch}
            client.post("/plans", json=plan).raise_for_status()

        report("plan after moving an eye", drag, 200, 30)
        full = {"ev100": 11, "performance_s": 20, "near_m": 2, "focus_m": 4, "highlight_stops": 5}
        report("bench, every limit", lambda: client.post("/bench", json=full), 200, 30)
        report("light slope", lambda: client.get(f"/nights/{night['id']}/slope"), 100, 50)
        report("chain of takes", lambda: client.get(f"/shots/{shot['id']}/chain"), 100, 50)
        report("list of nights", lambda: client.get("/nights"), 100, 50)
