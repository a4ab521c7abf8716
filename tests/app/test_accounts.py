"""Entering, leaving, and keeping others out."""

import pytest
from fastapi.testclient import TestClient

from tests.app import making
from tests.app.conftest import PASSWORD, SignedIn

ACCOUNT = {"name": "Ida Tern", "email": "ida@example.org", "password": PASSWORD}


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


def test_a_wrong_password_says_no_more_than_needed_and_guessing_is_slowed(
    signed_in: SignedIn, visitor: TestClient
) -> None:
    signed_in("Ida")
    wrong = {"email": "ida@example.org", "password": "wrong password"}
    unknown = {"email": "nobody@example.org", "password": "wrong password"}
    first = visitor.post("/api/v1/session", json=wrong)
    assert first.status_code == 401
    assert first.json()["detail"] == visitor.post("/api/v1/session", json=unknown).json()["detail"]
    answers = [visitor.post("/api/v1/session", json=wrong).status_code for _ in range(6)]
    assert answers == [401, 401, 401, 401, 429, 429]
    right = {"email": "ida@example.org", "password": PASSWORD}
    assert visitor.post("/api/v1/session", json=right).status_code == 429


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
