"""A night taken along: twelve shots in one bundle, and one of them anew after a take."""

import itertools
from datetime import UTC, datetime, timedelta

import httpx2
from uuid6 import uuid7

from benchmarks.http import BASE, served
from benchmarks.measure import report, timed

SHOTS = 12


def run() -> None:
    with served(), httpx2.Client(base_url=f"{BASE}/api/v1", timeout=60) as client:
        client.headers["X-Owl-Csrf"] = client.post("/session/demo").json()["csrf_token"]
        nights = client.get("/nights").json()
        shots = [s for n in nights for s in client.get(f"/nights/{n['id']}/shots").json()]
        night = next(n for n in nights if n["title"] == "Regatta night")
        copies = list(itertools.islice(itertools.cycle(shots), SHOTS))
        have = len(client.get(f"/nights/{night['id']}/shots").json())
        for shot in copies[have:]:
            body = {"night_id": night["id"]}
            client.post(f"/shots/{shot['id']}/copy", json=body).raise_for_status()
        mine = client.get(f"/nights/{night['id']}/shots").json()
        first_s = timed(lambda: client.get(f"/nights/{night['id']}/field"))
        print(f"{'field bundle, nothing remembered':<52} {first_s * 1000:.0f} ms")
        size = len(client.get(f"/nights/{night['id']}/field").content) / 1024
        print(f"{len(mine)} shots, {size:.0f} kB before compression")
        report("field bundle", lambda: client.get(f"/nights/{night['id']}/field"), 15, 400)
        shot, at = mine[0], datetime.now(UTC)
        minutes = iter(range(10_000))

        def send_take() -> None:
            started = (at + timedelta(seconds=next(minutes))).isoformat()
            settings = {"exposure_s": 4.0, "f_number": 2.8284, "iso": 800.0}
            take = {
                "shot_id": shot["id"],
                "started_at_utc": started,
                "verdicts": {"whole": "dark"},
                **settings,
            }
            client.put(f"/takes/{uuid7()}", json=take).raise_for_status()

        report("a take sent, its chain answered", send_take, 15, 60)
        report(
            "its shot for the field anew", lambda: client.get(f"/shots/{shot['id']}/field"), 30, 60
        )
