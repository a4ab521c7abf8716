"""Many at once: a server as it is started, and a bare FastAPI route beside it in the same run.

The clients share the machine's cores with what they measure, so figures are low rather than high.
"""

import http.client
import json
import random
import statistics
import subprocess
import sys
import threading
import time
from collections import Counter
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

import httpx2

from benchmarks.http import BASE, PORT, served

NIGHTS = 200
BARE_PORT = 8198
_BARE = f"""
import uvicorn
from fastapi import FastAPI
from pydantic import BaseModel
class Answer(BaseModel):
    user: str = "nobody"
app = FastAPI()
@app.get("/")
def answer() -> Answer:
    return Answer()
uvicorn.run(app, port={BARE_PORT}, log_config=None)
"""


def run() -> None:
    bare = subprocess.Popen([sys.executable, "-c", _BARE], stderr=subprocess.DEVNULL)
    try:
        with served() as var_dir:
            _measure(Crowd(), var_dir)
    finally:
        bare.terminate()
        bare.wait(20)


class Crowd:
    """Signed in to the demo, with as many nights as a photographer has after years."""

    def __init__(self) -> None:
        client = httpx2.Client(base_url=f"{BASE}/api/v1", timeout=60)
        entered = client.post("/session/demo")
        token = entered.json()["csrf_token"]
        cookie = f"owl_session={entered.cookies['owl_session']}"
        self.headers = {"Cookie": cookie, "X-Owl-Csrf": token, "Content-Type": "application/json"}
        client.headers["X-Owl-Csrf"] = token
        nights = client.get("/nights").json()
        for k in range(NIGHTS - len(nights)):
            day = f"2026-{k % 12 + 1:02d}-{k % 27 + 1:02d}"
            body = {"place_id": nights[k % len(nights)]["place_id"], "evening_date": day}
            client.post("/nights", json=body).raise_for_status()
        night = next(n for n in nights if "first dark" in n["title"])
        self.night_id = night["id"]
        self.shot = client.get(f"/nights/{night['id']}/shots").json()[0]
        kept = client.get(f"/shots/{self.shot['id']}").json()
        self.body = {k: v for k, v in kept.items() if k not in {"id", "night_id", "version"}}

    def plan(self) -> tuple[str, str, bytes]:
        """At another moment each time, so that no answer is remembered."""
        hour, minute, second = random.randrange(20, 24), random.randrange(60), random.randrange(60)
        at = f"{self.body['at_utc'][:10]}T{hour}:{minute:02d}:{second:02d}Z"
        touch = {"control": "f_number", "value": 4.0}
        asked = {"night_id": self.night_id, "shot": {**self.body, "at_utc": at}, "touch": touch}
        return "POST", "/api/v1/plans", json.dumps(asked).encode()

    def got(self, path: str) -> Callable[[], tuple[str, str, bytes]]:
        return lambda: ("GET", f"/api/v1{path}", b"")

    def anything(self) -> tuple[str, str, bytes]:
        night, shot = f"/nights/{self.night_id}", f"/shots/{self.shot['id']}"
        paths = ("/session", "/nights", f"{night}/shots", f"{night}/slope", f"{shot}/chain", "")
        path = random.choice(paths)
        return self.got(path)() if path else self.plan()


@dataclass
class Rate:
    """What came of asking for a while: seconds each took, and how many were refused or lost."""

    took_s: list[float] = field(default_factory=list)
    errors: Counter[str] = field(default_factory=Counter)
    for_s: float = 0.0

    @property
    def a_second(self) -> float:
        return len(self.took_s) / self.for_s

    def within_ms(self, share: float) -> float:
        return 1000 * sorted(self.took_s)[int(share * (len(self.took_s) - 1))]

    def __str__(self) -> str:
        middle, most = self.within_ms(0.5), self.within_ms(0.95)
        errors = dict(self.errors) or "none"
        return (
            f"{self.a_second:7.1f}/s  p50 {middle:7.1f}  p95 {most:7.1f}  "
            f"p99 {self.within_ms(0.99):7.1f} ms  errors {errors}"
        )


def asked(
    what: Callable[[], tuple[str, str, bytes]],
    clients: int,
    for_s: float,
    headers: dict[str, str],
    port: int = PORT,
) -> Rate:
    """Each client asks again as soon as it is answered."""
    rate, end = Rate(), time.monotonic() + for_s

    def client() -> None:
        connection = http.client.HTTPConnection("127.0.0.1", port, timeout=60)
        while time.monotonic() < end:
            method, path, body = what()
            began = time.perf_counter()
            try:
                connection.request(method, path, body or None, headers)
                answer = connection.getresponse()
                answer.read()
                if answer.status >= 400:
                    rate.errors[str(answer.status)] += 1
            except OSError as error:
                rate.errors[type(error).__name__] += 1
                connection.close()
            rate.took_s.append(time.perf_counter() - began)

    began = time.monotonic()
    _all([client] * clients)
    rate.for_s = time.monotonic() - began
    return rate


def _all(works: Sequence[Callable[[], None]]) -> None:
    threads = [threading.Thread(target=work) for work in works]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()


def _measure(crowd: Crowd, var_dir: Path) -> None:
    headers = crowd.headers
    asked(crowd.anything, 8, 8, headers)  # every process has worked its nights out once
    asked(crowd.got("/nights"), 8, 8, headers)
    bare = asked(lambda: ("GET", "/", b""), 8, 4, {}, BARE_PORT)
    session = asked(crowd.got("/session"), 8, 4, headers)
    print(f"bare FastAPI route, one process   {bare}")
    print(f"session, {session.a_second / bare.a_second:4.0%} of it (25 %)      {session}")
    print(f"200 nights (80/s)                 {asked(crowd.got('/nights'), 8, 6, headers)}")
    print(f"plan, one client (p95 15 ms)      {asked(crowd.plan, 1, 6, headers)}")
    print(f"plan, eight clients (60/s)        {asked(crowd.plan, 8, 6, headers)}")
    mixed = asked(crowd.anything, 50, 15, headers)
    print(f"mixed, 50 clients (60/s, p99 1.5 s) {mixed}")
    _strangers(crowd)
    print(f"resident memory of all processes  {resident_mb(var_dir):.0f} MB")


def _strangers(crowd: Crowd) -> None:
    """240 sign-ins of strangers at once, and somebody who reads meanwhile."""
    statuses: Counter[int] = Counter()
    read = Rate()
    is_over = threading.Event()

    def stranger(k: int) -> None:
        connection = http.client.HTTPConnection("127.0.0.1", PORT, timeout=120)
        body = json.dumps({"email": f"stranger{k}@example.org", "password": "let me in"})
        connection.request("POST", "/api/v1/session", body, {"Content-Type": "application/json"})
        answer = connection.getresponse()
        answer.read()
        statuses[answer.status] += 1

    def reader() -> None:
        connection = http.client.HTTPConnection("127.0.0.1", PORT, timeout=60)
        while not is_over.is_set():
            began = time.perf_counter()
            connection.request("GET", f"/api/v1/nights/{crowd.night_id}", None, crowd.headers)
            connection.getresponse().read()
            read.took_s.append(time.perf_counter() - began)
            time.sleep(0.05)

    reading = threading.Thread(target=reader)
    reading.start()
    _all([lambda k=k: stranger(k) for k in range(240)])  # type: ignore[misc]
    is_over.set()
    reading.join()
    middle, most = statistics.median(read.took_s) * 1000, max(read.took_s) * 1000
    print(
        f"240 strangers sign in: {dict(statuses)}; a reader meanwhile p50 {middle:.0f} ms, "
        f"at most {most:.0f} ms (300)"
    )


def resident_mb(var_dir: Path) -> float:
    """Of the server's processes and its database."""
    total = 0.0
    for process in Path("/proc").glob("[0-9]*"):
        try:
            command = (process / "environ").read_bytes() + (process / "cmdline").read_bytes()
            if str(var_dir).encode() in command:
                total += _rss_mb(process)
        except OSError:
            continue
    return total


def _rss_mb(process: Path) -> float:
    status: dict[str, Any] = dict(
        line.split(":", 1) for line in (process / "status").read_text().splitlines() if ":" in line
    )
    return int(status.get("VmRSS", "0 kB").split()[0]) / 1024
