"""Schemathesis walks the API's own description, over things that are there: no 5xx, and nothing
the description does not tell. OWL_FUZZ_CASES=20000 walks as far as a release is walked."""

import os
import re
from typing import Any
from uuid import uuid4

import pytest
import schemathesis
from fastapi.testclient import TestClient
from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st

from patient_owl.core.kinds import RECIPES
from tests.app import making
from tests.app.test_pictures import jpeg

pytestmark = pytest.mark.filterwarnings("ignore")

CASES = int(os.environ.get("OWL_FUZZ_CASES", "300"))
TAKE_ID = "0190f5fe-7c00-7a00-8000-000000000001"
# leaving would end the session the rest is tried with; a search streams for seconds
LEFT_OUT = {("delete", "/session"), ("delete", "/sessions"), ("post", "/session/demo")}


def standing(client: TestClient) -> dict[str, str]:
    """One of everything, by the names of the fields that point at it."""
    shot = making.shot(client)
    path = f"/api/v1/takes/{TAKE_ID}"
    assert client.put(path, json=making.take_body(shot["id"])).status_code == 201
    files = {"file": ("one.jpg", jpeg())}
    photo = client.post(f"/api/v1/shots/{shot['id']}/photos", files=files).json()
    night = client.get(f"/api/v1/nights/{shot['night_id']}").json()
    return {
        "shot_id": shot["id"],
        "night_id": shot["night_id"],
        "place_id": night["place_id"],
        "body_id": shot["body_id"],
        "lens_id": shot["lens_id"],
        "item_id": shot["lens_id"],
        "take_id": TAKE_ID,
        "photo_id": photo["id"],
        "at_utc": "2026-12-09T20:11:00Z",
        "target_key": "moon",
    }


def with_ids(value: Any, ids: dict[str, str]) -> Any:
    """A generated request about things that are there."""
    if isinstance(value, dict):
        return {k: ids[k] if k in ids and v else with_ids(v, ids) for k, v in value.items()}
    return [with_ids(item, ids) for item in value] if isinstance(value, list) else value


def test_every_answer_is_one_the_description_tells(app: Any, ida: TestClient) -> None:
    description = app.openapi()
    found = schemathesis.openapi.from_dict(description).get_all_operations()
    operations = [one.ok() for one in found]
    tried = [
        op for op in operations if (op.method, op.path.removeprefix("/api/v1")) not in LEFT_OUT
    ]
    assert len(tried) > 60
    ids = standing(ida)
    in_path = {
        "kind": "places",
        "row_id": making.place(ida)["id"],
        "form": "csv",
        "key": "handheld",
    }
    kept = ida.cookies.get("owl_session")

    @settings(
        max_examples=CASES,
        suppress_health_check=list(HealthCheck),
        phases=[Phase.generate],
    )
    @given(
        st.one_of([op.as_strategy() for op in tried]),
        st.sampled_from([{}, *({**ids, "discipline": key} for key in RECIPES)]),
        st.booleans(),
    )
    def walk(case: schemathesis.Case, mine: dict[str, str], is_any_version: bool) -> None:
        path = case.path
        named = (case.path_parameters or {}) | (in_path | mine if mine else {})
        for name, value in named.items():
            path = path.replace(f"{{{name}}}", str(value))
        body = with_ids(case.body, mine) if isinstance(case.body, (dict, list)) else None
        is_form = "multipart" in (case.media_type or "")
        answer = ida.request(
            case.method,
            path.replace("#", "%23").replace("?", "%3F"),
            params=case.query or None,
            json=None if is_form else body,
            files={"file": ("f.bin", b"\xff\xd8\xff not one")} if is_form else None,
            headers={"If-Match": "*" if is_any_version else '"v1"'},
        )
        ida.cookies.set("owl_session", kept or "")  # whoever signed in as somebody else
        told = description["paths"][case.path][case.method.lower()]["responses"]
        what = (case.method, path, case.query, body, answer.status_code, answer.text[:300])
        if answer.status_code in (404, 405) and path.count("/") != case.path.count("/"):
            return  # a generated name with a stroke in it is another address
        assert str(answer.status_code) in told, what
        media = answer.headers.get("content-type", "").partition(";")[0]
        response = told[str(answer.status_code)]
        if "$ref" in response:  # refusals are told once for all
            response = description["components"]["responses"][response["$ref"].rpartition("/")[2]]
        assert media in response.get("content", {"": {}}), what

    walk()


def test_every_question_without_a_body_is_answered_in_the_media_type_it_tells(
    app: Any, ida: TestClient
) -> None:
    """The walk above meets some of them by chance; files are kept by their type."""
    ids = standing(ida) | {"form": "csv", "key": "handheld", "kind": "places"}
    asked = 0
    for path, methods in app.openapi()["paths"].items():
        address = re.sub(r"\{(\w+)\}", lambda name: ids.get(name[1], name[0]), path)
        if "get" not in methods or "{" in address:
            continue
        answer = ida.get(address)
        if answer.status_code == 200:
            asked += 1
            told = methods["get"]["responses"]["200"].get("content", {"": {}})
            assert answer.headers["content-type"].partition(";")[0] in told, address
    assert asked > 40
    gone = ida.get(f"/api/v1/logbook/year?place_id={uuid4()}")
    told = app.openapi()["paths"]["/api/v1/logbook/year"]["get"]["responses"]
    assert str(gone.status_code) in told
