"""The demo in this process, asked what a photographer asks of it in an evening."""

import tempfile
from collections.abc import Callable, Iterator, Mapping
from contextlib import contextmanager
from datetime import date, datetime, timedelta
from functools import partial
from pathlib import Path
from uuid import UUID

from fastapi.testclient import TestClient

from patient_owl.account.demo.nights import load
from patient_owl.app import API, create_app
from patient_owl.platform.storage.mariadb import PrivateMariaDB
from patient_owl.platform.storage.migrate import migrate
from patient_owl.ports.settings import AppSettings
from patient_owl.ports.simulated import simulated_devices
from patient_owl.words.speech import PLAIN, speaking

Work = Mapping[str, Callable[[], None]]


@contextmanager
def evening() -> Iterator[Work]:
    """Each kind of work by its name, to be done as often as one likes."""
    with tempfile.TemporaryDirectory() as var_dir:
        database = PrivateMariaDB(Path(var_dir))
        database.start()
        try:
            migrate(database.url)
            app = create_app(AppSettings(database_url=database.url, demo=True))
            with app.state.sessions() as session, speaking(PLAIN):
                load(session, simulated_devices(), date(2026, 12, 9))
                session.commit()
            with TestClient(app, base_url=f"http://testserver{API}/") as client:
                entered = client.post("session/demo").json()
                client.headers["X-Owl-Csrf"] = entered["csrf_token"]
                yield _work_of(client)
        finally:
            database.stop()


def _work_of(client: TestClient) -> Work:
    """What a photographer asks, each at moments and settings of its own from turn to turn."""
    nights = client.get("nights").json()
    shots = [s for n in nights for s in client.get(f"nights/{n['id']}/shots").json()]
    shots = list({shot["discipline"]: shot for shot in shots}.values())  # of each kind one
    busy = next(n for n in nights if n["title"] == "Regatta night")
    asked = [client.get(f"shots/{s['id']}").json() for s in shots]
    bodies = [
        {k: v for k, v in shot.items() if k not in ("id", "version", "night_id")} for shot in asked
    ]

    def got(*paths: str) -> None:
        for path in paths:
            client.get(path).raise_for_status()

    def plans() -> None:
        for shot, body in zip(asked, bodies, strict=True):
            for value in (2.8, 4.0, 5.6):
                touch = {"control": "f_number", "value": value}
                plan = {"night_id": shot["night_id"], "shot": body, "touch": touch}
                client.post("plans", json=plan)

    def moved() -> None:
        for shot, body in zip(asked, bodies, strict=True):
            for bearing in (10, 20):
                turned = {**body, "bearing_true_deg": bearing}
                client.post("plans", json={"night_id": shot["night_id"], "shot": turned})

    def minutes() -> None:
        for shot, body in zip(asked, bodies, strict=True):
            begins = datetime.fromisoformat(body["at_utc"])
            for minute in (1, 2, 3):
                later = {**body, "at_utc": (begins + timedelta(minutes=minute)).isoformat()}
                client.post("plans", json={"night_id": shot["night_id"], "shot": later})

    def pictures() -> None:
        for shot, body in zip(asked[::3], bodies[::3], strict=True):
            for exposure_s in (1.0, 2.0):
                settings = {"exposure_s": exposure_s, "f_number": 4.0, "iso": 800}
                body_of = {"night_id": shot["night_id"], "shot": body, "settings": settings}
                client.post("computed/picture", json={**body_of, "width_px": 320})

    def takes() -> None:
        shot = shots[0]
        for minute in range(3):
            take = {"shot_id": shot["id"], "started_at_utc": f"2026-12-09T22:{minute:02d}:00Z"}
            settings = {"exposure_s": 4.0, "f_number": 2.8284, "iso": 800.0}
            # sent again and again, they are kept once: each turn finds what the first found
            client.put(
                f"takes/{UUID(int=minute + 1, version=4)}",
                json={**take, **settings, "verdicts": {"whole": "dark"}},
            )
        got(f"shots/{shot['id']}/chain")

    def order() -> None:
        for _ in range(2):
            for path in ("order", "pack", "calendar.ics", "leave-plan.txt"):
                got(f"nights/{busy['id']}/{path}")
            for night in nights:
                got(f"nights/{night['id']}/order")

    def search() -> None:
        conditions = [{"kind": "light", "light": "dark"}, {"kind": "moon_down"}]
        asks = {"first_evening": "2026-12-09", "months": 6, "least_minutes": 60}
        body = {**asks, "place_id": busy["place_id"], "conditions": conditions}
        client.post("searches", json=body).raise_for_status()

    def practice() -> None:
        key = client.get("practice/scenes").json()[0]["key"]
        begun = client.post("practice/attempts", json={"scenario": key}).json()
        settings = {"exposure_s": 4.0, "f_number": 2.8284, "iso": 800.0}
        attempt = f"practice/attempts/{begun['id']}"
        client.post(f"{attempt}/frames", json={"settings": settings, "opens_s": 0})
        got(attempt)

    def of_all_nights(path: str) -> Callable[[], None]:
        return partial(got, *(f"nights/{night['id']}/{path}" for night in nights))

    def twice(path: str) -> Callable[[], None]:
        return partial(got, path, path)

    return {
        "the light of every night": of_all_nights("slope"),
        "what passes": twice(f"nights/{busy['id']}/passages"),
        "the list of nights": twice("nights"),
        "a hand on a rail": plans,
        "turning the camera": moved,
        "another minute": minutes,
        "the order of a night": order,
        "a night taken along": twice(f"nights/{busy['id']}/field"),
        "its instruments": twice(f"nights/{busy['id']}/instruments"),
        "takes and advice": takes,
        "computed pictures": pictures,
        "a search of half a year": search,
        "dark nights of a year": twice(f"places/{busy['place_id']}/dark"),
        "what was learned": twice("learned"),
        "a year": twice("logbook/year"),
        "practice": practice,
    }
