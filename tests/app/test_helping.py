"""One night given to a helper: it is read and run, and nothing else of the account is there."""

import re
from contextvars import copy_context
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import UUID, uuid4

import pytest
from fastapi.testclient import TestClient

from patient_owl.platform.accounts.helper import _MAY
from patient_owl.platform.storage.owned import owned_rows, see_only_night
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.photos import Intake
from patient_owl.platform.tables.places import Place
from patient_owl.platform.tables.shots import Shot
from tests.app import making
from tests.app.conftest import PASSWORD

API = "/api/v1"
# what looks at its body before it looks who is there; tried by hand below
HASHED = (f"{API}/session", f"{API}/accounts", f"{API}/account/password")


@pytest.fixture
def tonight(ida: TestClient) -> making.Json:
    """A shot of a night that is not over, and one of another."""
    place = making.place(ida)
    evening = (datetime.now(UTC) + timedelta(days=1)).date().isoformat()
    night = making.night(ida, place["id"], evening_date=evening)
    body = making.shot_body(ida) | {"at_utc": f"{evening}T22:40:00Z"}
    return making.made(ida, f"/nights/{night['id']}/shots", body)


@pytest.fixture
def invited(ida: TestClient, tonight: making.Json) -> making.Json:
    return making.made(ida, f"/nights/{tonight['night_id']}/helpers", {"name": "Jonas"})


def helping(app: Any, token: str) -> TestClient:
    client = TestClient(app, raise_server_exceptions=False)
    answer = client.post(f"{API}/session/helper", json={"token": token})
    assert answer.status_code == 200, answer.text
    client.headers["X-Owl-Csrf"] = answer.json()["csrf_token"]
    return client


def test_a_helper_reads_the_night_and_keeps_takes_in_it(
    app: Any, ida: TestClient, tonight: making.Json, invited: making.Json
) -> None:
    jonas = helping(app, invited["token"])
    who = jonas.get(f"{API}/session").json()
    assert who["user"]["email"] == ""
    assert who["helps"] == {"night_id": tonight["night_id"], "name": "Jonas"}
    bundle = jonas.get(f"{API}/nights/{tonight['night_id']}/field")
    assert [shot["id"] for shot in bundle.json()["shots"]] == [tonight["id"]]
    take = making.take_body(tonight["id"])
    assert jonas.put(f"{API}/takes/{uuid4()}", json=take).status_code == 201
    assert len(ida.get(f"{API}/shots/{tonight['id']}/chain").json()["links"]) == 1


def test_nothing_else_is_there_for_a_helper(
    app: Any, ida: TestClient, tonight: making.Json, invited: making.Json
) -> None:
    jonas = helping(app, invited["token"])
    other = making.shot(ida)
    assert jonas.get(f"{API}/nights/{other['night_id']}").status_code == 404
    assert jonas.get(f"{API}/shots/{other['id']}/field").status_code == 404
    take = making.take_body(other["id"])
    assert jonas.put(f"{API}/takes/{uuid4()}", json=take).status_code == 404
    # every route that is not a helper's, with the ids of his own night
    ids = {"night_id": tonight["night_id"], "shot_id": tonight["id"]}
    refused = 0
    for path, methods in app.openapi()["paths"].items():
        address = re.sub(r"\{(\w+)\}", lambda n: ids.get(n[1], str(uuid4())), path)
        for method in methods:
            known = (method.upper(), path.removeprefix(API)) in _MAY
            if known or path.startswith(HASHED):
                continue
            answer = jonas.request(method, address, json={})
            assert answer.status_code == 403, (method, path, answer.text[:200])
            refused += 1
    assert refused > 90
    assert jonas.delete(f"{API}/sessions").status_code == 403
    password = {"current": PASSWORD, "password": "cold feet at the weir"}
    assert jonas.put(f"{API}/account/password", json=password).status_code == 403
    body = {"name": "X", "email": "x@example.org", "password": "cold feet at the weir"}
    assert jonas.post(f"{API}/accounts/others", json=body).status_code == 403


def test_a_table_that_does_not_say_what_a_helper_sees_shows_nothing(
    app: Any, ida: TestClient, tonight: making.Json
) -> None:
    """Whatever route is opened to helpers one day: rows without a night, and other nights' rows."""
    user_id = UUID(ida.get(f"{API}/session").json()["user"]["id"])
    elsewhere = making.place(ida, name="Ewes")
    card = UUID(making.made(ida, "/intakes", {"label": "Card A"})["id"])

    def shown(model: Any, row_id: Any) -> bool:
        def work() -> bool:
            see_only_night(UUID(tonight["night_id"]))
            with app.state.sessions() as session:
                return bool(owned_rows(session, model, user_id, model.id == UUID(str(row_id))))

        return copy_context().run(work)

    assert shown(Night, tonight["night_id"])
    assert shown(Shot, tonight["id"])
    assert not shown(Place, elsewhere["id"])
    assert not shown(Intake, card)


def test_the_link_opens_once_and_the_owner_ends_it(
    app: Any, ida: TestClient, tonight: making.Json, invited: making.Json
) -> None:
    path = f"{API}/nights/{tonight['night_id']}/helpers"
    jonas = helping(app, invited["token"])
    again = TestClient(app).post(f"{API}/session/helper", json={"token": invited["token"]})
    assert again.status_code == 403
    assert "opened before" in again.json()["detail"]
    (one,) = ida.get(path).json()
    assert (one["name"], one["has_come"]) == ("Jonas", True)
    assert ida.delete(f"{path}/{one['id']}").status_code == 204
    assert jonas.get(f"{API}/nights/{tonight['night_id']}").status_code == 401
    assert ida.get(path).json() == []


def test_a_night_that_is_over_needs_no_help(ida: TestClient) -> None:
    night = making.night(ida, making.place(ida)["id"], evening_date="2026-01-09")
    answer = ida.post(f"{API}/nights/{night['id']}/helpers", json={"name": "Jonas"})
    assert answer.status_code == 403
    assert "over" in answer.json()["detail"]


def test_who_came_first_adds_another_photographer_and_nobody_else_does(
    signed_in: Any, visitor: TestClient
) -> None:
    first, second = signed_in("First"), signed_in("Second")
    body = {"name": "Jonas Wren", "email": "wren@example.org", "password": "cold feet at the weir"}
    assert second.post(f"{API}/accounts/others", json=body).status_code == 403
    assert visitor.post(f"{API}/accounts/others", json=body).status_code == 401
    assert first.post(f"{API}/accounts/others", json=body).json()["name"] == "Jonas Wren"
    assert first.post(f"{API}/accounts/others", json=body).status_code == 409
    entered = visitor.post(f"{API}/session", json={k: body[k] for k in ("email", "password")})
    assert entered.json()["user"]["name"] == "Jonas Wren"
