"""Every refusal is an answer like any other: a status, words, the headers, a line in the log."""

import asyncio
import logging
import threading
from collections.abc import Callable
from typing import Any

import pytest
from fastapi import Depends
from fastapi.testclient import TestClient
from pydantic import BaseModel
from sqlalchemy.exc import TimeoutError as NoConnectionFree

from patient_owl.account.trash.service import TrashKind
from patient_owl.platform.http.request import new_router
from patient_owl.ports.fields import RequestBody
from tests.app import making

NOWHERE = "018f0000-0000-7000-8000-000000000009"


async def _waits() -> None:
    await asyncio.sleep(0)


def _blocks() -> None:
    """FastAPI would hand it to another thread."""


@pytest.mark.parametrize("dependency", [_waits, _blocks])
def test_what_would_wait_for_the_event_loop_is_refused_when_it_is_declared(
    dependency: Callable[[], Any],
) -> None:
    router = new_router()
    with pytest.raises(TypeError, match=f"{dependency.__name__} would wait for the event loop"):
        router.get("/late", dependencies=[Depends(dependency)])(lambda: None)


def test_an_endpoint_that_is_a_coroutine_is_refused_too() -> None:
    with pytest.raises(TypeError, match="_waits is worked in a thread"):
        new_router().get("/late")(_waits)


def test_a_mistake_of_ours_is_answered_with_headers_and_logged(
    ida: TestClient, monkeypatch: pytest.MonkeyPatch, caplog: pytest.LogCaptureFixture
) -> None:
    def mistaken(*_: Any) -> None:
        raise RuntimeError("secret detail")

    monkeypatch.setattr("patient_owl.planning.nights.listing.page_of", mistaken)
    caplog.set_level(logging.INFO)
    answer = ida.get("/api/v1/nights")
    assert answer.status_code == 500
    assert answer.headers["content-type"] == "application/problem+json"
    assert answer.headers["x-content-type-options"] == "nosniff"
    assert answer.headers["cache-control"] == "no-store"
    assert "secret" not in answer.text
    lines = [record for record in caplog.records if record.name == "patient_owl.requests"]
    assert [line.status for line in lines if line.message == "request"] == [500]
    assert any(line.exc_info for line in lines)


@pytest.mark.parametrize("says_length", [True, False])
def test_a_body_longer_than_any_of_ours_is_refused_and_its_connection_closed(
    ida: TestClient, says_length: bool
) -> None:
    chunk = b" " * 1_000_000
    sent: Any = chunk * 13 if says_length else iter([chunk] * 13)
    answer = ida.post("/api/v1/places", content=sent, headers={"Content-Type": "application/json"})
    assert answer.status_code == 413
    assert answer.headers["connection"] == "close"
    assert answer.headers["x-content-type-options"] == "nosniff"
    assert answer.json()["type"] == "urn:patient-owl:problem:too_long"


@pytest.mark.parametrize("path", ["/%00", "/assets/%00.js", "/" + "a" * 300, "/%ff%fe", "/..%2f"])
def test_any_address_is_a_page(visitor: TestClient, path: str) -> None:
    answer = visitor.get(path)
    assert answer.status_code == 200
    assert answer.headers["content-type"].startswith("text/html")


def test_a_forged_token_in_any_letters_is_refused(ida: TestClient) -> None:
    forged = {b"X-Owl-Csrf": "é".encode()}
    assert ida.post("/api/v1/places", json={}, headers=forged).status_code == 403


def test_what_one_may_do_at_an_address_is_said(ida: TestClient) -> None:
    answer = ida.patch("/api/v1/places", json={})
    assert answer.status_code == 405
    assert answer.headers["allow"] == "GET, POST"
    assert ida.patch(f"/api/v1/places/{NOWHERE}").headers["allow"] == "GET, PUT, DELETE"
    assert ida.get("/api/v1/nowhere").status_code == 404
    assert ida.post("/api/v1/nowhere").status_code == 404


def test_a_stranger_is_told_to_sign_in_before_anything_else(visitor: TestClient) -> None:
    assert visitor.put(f"/api/v1/places/{NOWHERE}", json={"name": 1}).status_code == 401
    assert visitor.put(f"/api/v1/shots/{NOWHERE}/night", json={}).status_code == 401


def test_a_full_pool_is_busy_not_broken(ida: TestClient, monkeypatch: pytest.MonkeyPatch) -> None:
    def full(*_: Any) -> None:
        raise NoConnectionFree

    monkeypatch.setattr("patient_owl.platform.accounts.store.session_of", full)
    answer = ida.get("/api/v1/nights")
    assert answer.status_code == 503
    assert answer.headers["retry-after"] == "2"


def test_a_search_past_the_end_of_the_ephemeris_is_refused_before_it_begins(
    ida: TestClient,
) -> None:
    place = making.place(ida)
    wish = {"place_id": place["id"], "first_evening": "2053-08-20", "months": 12}
    answer = ida.post("/api/v1/searches", json={**wish, "conditions": [{"kind": "sun"}]})
    assert answer.status_code == 422
    assert "to 2053-09-01" in answer.json()["detail"]


def test_deleting_restoring_and_editing_at_once_ends_in_words(app: Any, ida: TestClient) -> None:
    place = making.place(ida)
    path = f"/api/v1/places/{place['id']}"
    statuses: list[int] = []

    def work(k: int) -> None:
        for n in range(12):
            if (k + n) % 3 == 0:
                statuses.append(ida.delete(path).status_code)
            elif (k + n) % 3 == 1:
                statuses.append(ida.post(f"{path}/restore").status_code)
            else:
                headers = {"If-Match": f'"v{n}"'}
                statuses.append(ida.put(path, json=place, headers=headers).status_code)

    threads = [threading.Thread(target=work, args=(k,)) for k in range(6)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert set(statuses) <= {200, 204, 404, 412}
    assert len(statuses) == 72


def body_models(app: Any) -> list[type[BaseModel]]:
    from fastapi.routing import APIRoute, iter_route_contexts

    found = []
    for context in iter_route_contexts(app.routes):
        route = context.original_route
        if isinstance(route, APIRoute) and route.body_field is not None:
            model = route.body_field.field_info.annotation
            if isinstance(model, type) and issubclass(model, BaseModel):
                found.append(model)
    return found


def test_all_that_is_asked_comes_through_the_one_door(app: Any) -> None:
    models = [model for model in body_models(app) if not model.__name__.startswith("Body_")]
    assert len(models) > 15
    assert [model.__name__ for model in models if not issubclass(model, RequestBody)] == []


def test_what_is_asked_most_has_an_example_that_can_be_asked(app: Any) -> None:
    examples = {
        model: model.model_config.get("json_schema_extra", {})["examples"][0]
        for model in body_models(app)
        if model.model_config.get("json_schema_extra")
    }
    assert {"PlaceIn", "NightIn", "NewShotIn", "TakeIn"} <= {m.__name__ for m in examples}
    for model, example in examples.items():
        model.model_validate(example)


def unbounded(schemas: dict[str, Any], schema: dict[str, Any], at: str, seen: set[str]) -> set[str]:
    """Where a request may say a number, text or list of any size."""
    if "$ref" in schema:
        name = schema["$ref"].rpartition("/")[2]
        if name in seen:
            return set()
        seen.add(name)
        return unbounded(schemas, schemas[name], name, seen)
    found: set[str] = set()
    for way in ("anyOf", "oneOf", "allOf"):
        for inner in schema.get(way, ()):
            found |= unbounded(schemas, inner, at, seen)
    kind, said = schema.get("type"), set(schema)
    if {"enum", "const"} & said:
        return found
    if kind in ("number", "integer") and not (
        {"minimum", "exclusiveMinimum"} & said and {"maximum", "exclusiveMaximum"} & said
    ):
        found.add(at)
    if kind == "string" and not (
        {"maxLength", "pattern", "formatMaximum", "contentMediaType"} & said
        or schema.get("format") in ("uuid", "date")
    ):
        found.add(at)
    if kind == "array":
        found |= {at} if "maxItems" not in said else set()
        found |= unbounded(schemas, schema["items"], f"{at}[]", seen)
    if kind == "object":
        for name, inner in schema.get("properties", {}).items():
            found |= unbounded(schemas, inner, f"{at}.{name}", seen)
        others = schema.get("additionalProperties")
        if isinstance(others, dict):
            found |= {at} if "maxProperties" not in said else set()
            found |= unbounded(schemas, others, f"{at}{{}}", seen)
    return found


def test_nothing_that_is_asked_may_be_of_any_size(app: Any) -> None:
    description = app.openapi()
    schemas, seen, found = description["components"]["schemas"], set[str](), set[str]()
    for path, operations in description["paths"].items():
        for operation in operations.values():
            for parameter in operation.get("parameters", ()):
                if parameter["in"] != "header":  # the server bounds those
                    found |= unbounded(
                        schemas, parameter["schema"], f"{path} {parameter['name']}", seen
                    )
            for content in operation.get("requestBody", {}).get("content", {}).values():
                found |= unbounded(schemas, content["schema"], path, seen)
    assert "TakeIn" in seen
    assert found == set()


def test_every_kind_of_thing_can_be_put_away_by_its_owner_alone(
    ida: TestClient, signed_in: Any
) -> None:
    other = signed_in("Other")
    place = making.place(ida)
    for kind in TrashKind:
        assert other.delete(f"/api/v1/{kind}/{place['id']}").status_code == 404
    assert ida.get(f"/api/v1/places/{place['id']}").status_code == 200
