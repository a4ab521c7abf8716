"""What a request costs in questions to the database: few, and no more for years of nights."""

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

from fastapi.testclient import TestClient
from sqlalchemy import event

from tests.app import making


@contextmanager
def counted(app: Any) -> Iterator[list[str]]:
    """Every statement sent meanwhile."""
    sent: list[str] = []

    def note(_: Any, __: Any, statement: str, *___: Any) -> None:
        sent.append(statement)

    engines = app.state.sessions.engines
    for engine in engines:
        event.listen(engine, "before_cursor_execute", note)
    try:
        yield sent
    finally:
        for engine in engines:
            event.remove(engine, "before_cursor_execute", note)


def statements(app: Any, client: TestClient, path: str, body: Any = None) -> int:
    with counted(app) as sent:
        answer = client.post(path, json=body) if body else client.get(path)
        assert answer.status_code == 200, answer.text
    return len(sent)


def test_a_request_asks_the_database_a_handful_of_times_however_much_is_kept(
    app: Any, ida: TestClient
) -> None:
    shot = making.shot(ida)
    night, one = f"/api/v1/nights/{shot['night_id']}", f"/api/v1/shots/{shot['id']}"
    asked = {k: v for k, v in shot.items() if k not in ("id", "night_id", "version")}
    plan = {"night_id": shot["night_id"], "shot": asked}
    # who asks is one; then what is asked for, the kit, what was found at the place
    most = {
        "/api/v1/session": 1,
        "/api/v1/nights": 4,  # one of them words what is new
        night: 3,
        f"{night}/shots": 5,
        f"{night}/slope": 2,
        f"{night}/field": 9,
        f"{one}/plan": 6,  # one of them what was measured for it
        f"{one}/chain": 8,
        "/api/v1/kit": 2,
        "/api/v1/places": 2,
    }
    first = {path: statements(app, ida, path) for path in most}
    first["/api/v1/plans"] = statements(app, ida, "/api/v1/plans", plan)
    assert {path: n for path, n in first.items() if n > most.get(path, 4)} == {}

    for k in range(12):
        making.night(ida, evening_date=f"2027-01-{k + 1:02d}")
        take_id = f"0190f5fe-7c00-7a00-8000-0000000000{k:02d}"
        assert ida.put(f"/api/v1/takes/{take_id}", json=making.take_body(shot["id"])).is_success
    ida.get("/api/v1/nights")  # each is worded once
    ida.post("/api/v1/plans", json=plan)  # what the takes taught is read once
    assert statements(app, ida, "/api/v1/plans", plan) <= first["/api/v1/plans"]
    for path in most:
        assert statements(app, ida, path) <= first[path] + 1, path
