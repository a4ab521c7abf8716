"""Schemathesis walks the API's own description: nothing answers with a 5xx."""

import pytest
import schemathesis
from fastapi.testclient import TestClient
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

pytestmark = pytest.mark.filterwarnings("ignore")


def test_no_request_the_description_allows_ends_in_a_server_error(app, ida: TestClient) -> None:  # type: ignore[no-untyped-def]
    schema = schemathesis.openapi.from_dict(app.openapi())
    operations = [found.ok() for found in schema.get_all_operations()]
    # leaving would end the session the rest is tried with
    tried = [op for op in operations if op.method != "delete" or "session" not in op.path]
    assert len(tried) > 20

    @settings(max_examples=250, suppress_health_check=list(HealthCheck))
    @given(st.one_of([op.as_strategy() for op in tried]))
    def walk(case: schemathesis.Case) -> None:
        answer = ida.request(
            case.method,
            case.formatted_path,
            params=case.query or None,
            json=case.body if isinstance(case.body, (dict, list, str, int, float)) else None,
        )
        assert answer.status_code < 500, (case.method, case.formatted_path, case.body)

    walk()
