"""A form asks within the bounds its schema has."""

from typing import Annotated

import pytest
from fastapi.testclient import TestClient
from pydantic import BaseModel, Field

from patient_owl.platform.questions import question_of
from patient_owl.words.field_words import FieldWords


class Bounded(BaseModel):
    from_nought: Annotated[float, Field(ge=0, le=5)]
    over_nought: Annotated[float, Field(gt=0)]
    under_nought: Annotated[float, Field(ge=-5, lt=0)]
    maybe: Annotated[float, Field(ge=0, le=1)] | None = None


@pytest.mark.parametrize(
    ("key", "bounds"),
    [
        ("from_nought", (0, 5)),
        ("over_nought", (0, None)),
        ("under_nought", (-5, 0)),
        ("maybe", (0, 1)),
    ],
)
def test_a_bound_of_nought_is_a_bound(key: str, bounds: tuple[float | None, ...]) -> None:
    question = question_of(key, Bounded.model_fields[key], FieldWords("Some", "", ""), {})
    assert (question.least, question.most) == bounds


def test_every_number_of_kit_is_asked_for_with_its_least(ida: TestClient) -> None:
    kinds = ida.get("/api/v1/kit/kinds").json()
    numbers = [
        (kind["kind"], question["key"], question["least"])
        for kind in kinds
        for question in kind["questions"]
        if question["kind"] == "number"
    ]
    assert len(numbers) > 30
    assert [number for number in numbers if number[2] is None] == []
