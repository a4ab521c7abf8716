"""Entering, leaving, and keeping others out."""

from threading import Thread
from typing import Any

import pytest
from fastapi.testclient import TestClient

from patient_owl.platform.accounts import router
from patient_owl.platform.accounts.tries import OF_ADDRESS
from patient_owl.platform.storage.base import now_utc
from tests.app import making
from tests.app.conftest import PASSWORD, SignedIn

ACCOUNT = {"name": "Ida Tern", "email": "ida@example.org", "password": PASSWORD}


@pytest.fixture
def clock_stands(monkeypatch: pytest.MonkeyPatch) -> None:
    """Tries are counted by stretches of the clock; none begins in the middle of a test."""
    now = now_utc()
    monkeypatch.setattr(router, "now_utc", lambda: now)


def test_the_first_visitor_creates_the_account_and_the_second_is_told_how(
    visitor: TestClient,
) -> None:
    assert visitor.get("/api/v1/session").json()["may_create_account"]
    entered = visitor.post("/api/v1/accounts", json=ACCOUNT)
    assert entered.status_code == 201
    assert entered.json()["user"]["name"] == "Ida Tern"
    cookie = entered.headers["set-cookie"].lower()
    assert "httponly" in cookie
    assert "samesite=strict" in cookie
    assert visitor.get("/api/v1/nights").status_code == 200
    second = visitor.post("/api/v1/accounts", json={**ACCOUNT, "email": "jonas@example.org"})
    assert second.status_code == 403
    assert "./owl account" in second.json()["detail"]


def test_signing_out_ends_the_session_on_the_server(ida: TestClient) -> None:
    stolen = ida.cookies["owl_session"]
    assert ida.delete("/api/v1/session").status_code == 204
    ida.cookies.set("owl_session", stolen)
    assert ida.get("/api/v1/nights").status_code == 401


def tried(client: TestClient, email: str = "ida@example.org", password: str = "wrong") -> Any:
    return client.post("/api/v1/session", json={"email": email, "password": password})


@pytest.mark.usefixtures("clock_stands")
def test_a_wrong_password_says_no_more_than_needed_and_guessing_is_slowed(
    signed_in: SignedIn, visitor: TestClient
) -> None:
    signed_in("Ida")
    first, unknown = tried(visitor), tried(visitor, "nobody@example.org")
    assert first.status_code == 401
    assert first.json()["detail"] == unknown.json()["detail"]
    assert [tried(visitor).status_code for _ in range(6)] == [401, 401, 401, 401, 429, 429]
    slowed = tried(visitor, password=PASSWORD)
    assert slowed.status_code == 429
    assert 0 < int(slowed.headers["retry-after"]) <= 301


@pytest.mark.usefixtures("clock_stands")
def test_strangers_do_not_lock_an_owner_out_of_a_browser_that_was_here_before(
    signed_in: SignedIn, visitor: TestClient
) -> None:
    ida = signed_in("Ida")
    ida.delete("/api/v1/session")
    assert {tried(visitor).status_code for _ in range(12)} == {401, 429}
    assert tried(ida, password=PASSWORD).status_code == 200
    # but that browser may not guess without end either, nor is it known to anybody else
    assert [tried(ida).status_code for _ in range(12)].count(429) == 2
    assert tried(ida, "jonas@example.org").status_code == 401


def test_a_browser_two_people_share_is_known_to_both(
    signed_in: SignedIn, visitor: TestClient
) -> None:
    ida = signed_in("Ida")
    signed_in("Jonas")
    assert tried(ida, "jonas@example.org", PASSWORD).status_code == 200
    assert {tried(visitor, f"{name}@example.org").status_code for name in ("ida", "jonas")} == {401}
    for name in ("ida", "jonas"):
        [tried(visitor, f"{name}@example.org") for _ in range(6)]
        assert tried(ida, f"{name}@example.org", PASSWORD).status_code == 200


@pytest.mark.usefixtures("clock_stands")
def test_many_at_once_are_counted_once_each(app: Any, signed_in: SignedIn) -> None:
    signed_in("Ida")
    statuses: list[int] = []

    def stranger() -> None:
        statuses.append(tried(TestClient(app)).status_code)

    threads = [Thread(target=stranger) for _ in range(24)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert statuses.count(401) <= OF_ADDRESS
    assert set(statuses) <= {401, 429, 503}


def test_of_all_who_would_be_first_one_is(app: Any) -> None:
    statuses: list[int] = []

    def first(k: int) -> None:
        body = {**ACCOUNT, "email": f"ida{k}@example.org"}
        statuses.append(TestClient(app).post("/api/v1/accounts", json=body).status_code)

    threads = [Thread(target=first, args=(k,)) for k in range(10)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert statuses.count(201) == 1
    assert set(statuses) <= {201, 403, 503}


@pytest.mark.parametrize("password", ["password123", "ida@example.org", "1234567890"])
def test_a_password_that_is_guessed_soon_is_refused_and_never_repeated(
    visitor: TestClient, password: str
) -> None:
    refused = visitor.post("/api/v1/accounts", json={**ACCOUNT, "password": password})
    assert refused.status_code == 422
    assert "harder to guess" in refused.json()["detail"]
    too_short = visitor.post("/api/v1/accounts", json={**ACCOUNT, "password": "swordfish"})
    for answer in (refused, too_short):
        assert password not in answer.text
        assert "swordfish" not in answer.text


def test_addresses_are_told_apart_letter_for_letter_but_for_case(signed_in: SignedIn) -> None:
    signed_in("Ida")
    signed_in("Idä")
    client = signed_in("Jonas")
    assert tried(client, "IDA@Example.org", PASSWORD).json()["user"]["name"] == "Ida"


def test_a_new_password_ends_every_other_session(signed_in: SignedIn, visitor: TestClient) -> None:
    ida = signed_in("Ida")
    assert tried(visitor, password=PASSWORD).status_code == 200
    assert [s["is_this"] for s in ida.get("/api/v1/sessions").json()] == [False, True]
    path, new = "/api/v1/account/password", "a heron waits at low water"
    wrong = ida.put(path, json={"current": "not this", "password": new})
    assert (wrong.status_code, wrong.json()["errors"][0]["name"]) == (422, "current")
    assert ida.put(path, json={"current": PASSWORD, "password": new}).status_code == 204
    assert visitor.get("/api/v1/nights").status_code == 401
    assert ida.get("/api/v1/nights").status_code == 200
    assert tried(visitor, password=PASSWORD).status_code == 401
    assert tried(visitor, password=new).status_code == 200


def test_one_session_can_be_ended_and_only_ones_own(
    signed_in: SignedIn, visitor: TestClient
) -> None:
    ida, jonas = signed_in("Ida"), signed_in("Jonas")
    tried(visitor, password=PASSWORD)
    other = next(s for s in ida.get("/api/v1/sessions").json() if not s["is_this"])
    assert other["device"] == "testclient"
    assert jonas.delete(f"/api/v1/sessions/{other['id']}").status_code == 404
    assert ida.delete(f"/api/v1/sessions/{other['id']}").status_code == 204
    assert visitor.get("/api/v1/nights").status_code == 401


def test_a_change_without_our_own_token_is_refused(ida: TestClient) -> None:
    token = ida.headers.pop("X-Owl-Csrf")
    body = {"name": "Forged", "latitude_deg": 1, "longitude_deg": 1}
    for forged in ({}, {"X-Owl-Csrf": token[::-1]}):
        assert ida.post("/api/v1/places", json=body, headers=forged).status_code == 403
    assert ida.get("/api/v1/places").json() == []


def test_the_demo_door_is_closed_outside_the_demo(visitor: TestClient) -> None:
    assert visitor.post("/api/v1/session/demo").status_code == 403


@pytest.mark.parametrize("kind", ["places", "kit", "nights", "shots", "takes"])
def test_what_belongs_to_somebody_else_is_not_there(signed_in: SignedIn, kind: str) -> None:
    ida, jonas = signed_in("Ida"), signed_in("Jonas")
    shot = making.shot(ida)
    take_id = "018f0000-0000-7000-8000-000000000001"
    take = making.take_body(shot["id"])
    assert ida.put(f"/api/v1/takes/{take_id}", json=take).status_code == 201
    ids = {
        "shots": shot["id"],
        "takes": take_id,
        **{k: ida.get(f"/api/v1/{k}").json()[0]["id"] for k in ("places", "kit", "nights")},
    }
    theirs = f"/api/v1/{kind}/{ids[kind]}"
    if kind != "takes":
        assert jonas.get(theirs).status_code == 404
        assert ida.get(theirs).status_code == 200
    assert jonas.delete(theirs).status_code == 404
    assert jonas.post(f"{theirs}/restore").status_code == 404
    # nor can somebody else's things be built upon
    foreign_night = {"place_id": ids["places"], "evening_date": "2026-12-09"}
    assert jonas.post("/api/v1/nights", json=foreign_night).status_code == 404
    assert jonas.put(f"/api/v1/takes/{take_id}", json=take).status_code == 404
