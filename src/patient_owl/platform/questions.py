"""One kind of question for every form: shots, kit and bench ask alike, one renderer draws them."""

import types
from collections.abc import Mapping, Sequence
from typing import Annotated, Any, Literal, Union, get_args, get_origin

from pydantic import BaseModel
from pydantic.fields import FieldInfo
from pydantic_core import PydanticUndefined

from patient_owl.core.measure.fills import MEASURED_BY
from patient_owl.words.field_words import FieldWords
from patient_owl.words.quantities import say
from patient_owl.words.speech import shown_as

QuestionKind = Literal[
    "text", "number", "choice", "choices", "yes_no", "moment", "date", "kit_item", "list"
]


class OptionOut(BaseModel):
    key: str
    label: str
    help: str = ""


class ShownOut(BaseModel):
    """How a number is shown and typed: kept × times + plus, in unit; round to `turn` where it goes
    round."""

    unit: str
    times: float
    plus: float
    turn: float | None


class QuestionOut(BaseModel):
    """One question of a form.

    kind "choice": one of options; "choices": any of them; "list": rows of numbers, one a
    column; "kit_item": a thing of kit_kinds; "moment": in the place's zone. default None and
    is_optional: it may stay open. group: the heading it stands under. shown: in another unit than
    it is kept in. measured_by: instruments of a phone that can answer it.
    """

    key: str
    kind: QuestionKind
    label: str
    help: str = ""
    unit: str = ""
    default: Any = None
    is_optional: bool = False
    is_school: bool = False
    least: float | None = None
    most: float | None = None
    step: float | None = None
    options: list[OptionOut] = []
    columns: list[str] = []
    kit_kinds: list[str] = []
    group: str = ""
    shown: ShownOut | None = None
    measured_by: list[str] = []


def shown_out(key: str, unit: str) -> ShownOut | None:
    """How a figure is shown to whoever reads; None where it is as it is kept."""
    shown = shown_as(key, unit)
    return ShownOut(**shown._asdict()) if shown else None


def asked(key: str, kind: QuestionKind, label: str, unit: str = "", **more: Any) -> QuestionOut:
    """Every question comes from here: none asks for a figure in a unit its photographer does not
    think in, and each says what can measure it."""
    return QuestionOut(
        key=key,
        kind=kind,
        label=label,
        unit=unit,
        shown=shown_out(key, unit) if kind == "number" else None,
        measured_by=list(MEASURED_BY.get(key, ())),
        **more,
    )


def question_of(
    key: str,
    field: FieldInfo,
    words: FieldWords,
    options: Mapping[Any, str],
    kind: QuestionKind | None = None,
    kit_kinds: Sequence[str] = (),
) -> QuestionOut:
    """The question a field of a schema asks: its kind, bounds and default are read off it."""
    default = None if field.default is PydanticUndefined else field.default
    least, most = _bounds(field)
    return asked(
        key,
        kind or _kind(field, words),
        say(words.label, words.quantities),
        words.unit,
        help=say(words.help, words.quantities),
        default=default,
        is_optional=not field.is_required() and default is None,
        least=least,
        most=most,
        options=[
            OptionOut(key=literal, label=options[literal]) for literal in literals(field.annotation)
        ],
        columns=list(words.columns),
        kit_kinds=list(kit_kinds),
        group=words.group,
    )


def _kind(field: FieldInfo, words: FieldWords) -> QuestionKind:
    if words.columns:
        return "list"
    if literals(field.annotation):
        return "choice"
    return "yes_no" if field.annotation is bool else "number"


def literals(annotation: Any) -> list[str]:
    """The words a field accepts, where it accepts only some."""
    if get_origin(annotation) is Literal:
        return [str(option) for option in get_args(annotation)]
    if get_origin(annotation) in (Union, types.UnionType):
        return [option for part in get_args(annotation) for option in literals(part)]
    return []


def _bounds(field: FieldInfo) -> tuple[float | None, float | None]:
    """Least and most as the schema has them, inside an optional too."""
    constraints = list(field.metadata)
    for part in get_args(field.annotation):
        for inner in get_args(part)[1:] if get_origin(part) is Annotated else ():
            constraints += getattr(inner, "metadata", [inner])
    return _first(constraints, "ge", "gt"), _first(constraints, "le", "lt")


def _first(constraints: list[Any], *names: str) -> float | None:
    """The first bound of these names; nought is one too."""
    bounds = (getattr(constraint, name, None) for constraint in constraints for name in names)
    return next((float(bound) for bound in bounds if bound is not None), None)
