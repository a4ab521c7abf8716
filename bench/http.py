"""What a browser waits for: the real server on a real database, over loopback."""

import tempfile
import threading
import time
from datetime import date
from pathlib import Path

import httpx2
import uvicorn

from bench.measure import report
from patient_owl.app import create_app
from patient_owl.database import make_engine, make_sessions
from patient_owl.demo.nights import load
from patient_owl.mariadb import PrivateMariaDB
from patient_owl.migrate import migrate
from patient_owl.settings import Settings

PORT = 8199
BASE = f"http://127.0.0.1:{PORT}/api/v1"


def run() -> None:
    with tempfile.TemporaryDirectory() as home:
        database = PrivateMariaDB(Path(home), 33506)
        database.start()
        try:
            migrate(database.url)
            with make_sessions(make_engine(database.url))() as session:
                load(session, date(2026, 11, 24))
            settings = Settings(database_url=database.url, demo=True)
            config = uvicorn.Config(create_app(settings), port=PORT, log_level="warning")
            server = uvicorn.Server(config)
            threading.Thread(target=server.run, daemon=True).start()
            while not server.started:
                time.sleep(0.05)
            _ask()
            server.should_exit = True
            time.sleep(0.5)
        finally:
            database.stop()


def _ask() -> None:
    with httpx2.Client(base_url=BASE) as client:
        client.headers["X-Owl-Csrf"] = client.post("/session/demo").json()["csrf_token"]
        night = next(n for n in client.get("/nights").json() if n["shot_count"] == 2)
        shot = client.get(f"/nights/{night['id']}/shots").json()[0]
        kept = client.get(f"/shots/{shot['id']}").json()
        body = {k: v for k, v in kept.items() if k not in {"id", "night_id", "version"}}
        move = {"control": "f_number", "value": 4.0}
        plan = {"night_id": night["id"], "shot": body, "move": move}
        report("plan after moving an eye", lambda: client.post("/plans", json=plan), 200, 30)
        report("light slope", lambda: client.get(f"/nights/{night['id']}/slope"), 100, 50)
        report("chain of takes", lambda: client.get(f"/shots/{shot['id']}/chain"), 100, 50)
        report("list of nights", lambda: client.get("/nights"), 100, 50)
