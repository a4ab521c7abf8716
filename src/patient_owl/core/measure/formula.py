"""Formulas as data: written once, worked out here, and by the phone where there is no signal.

On the wire a term is a number, a name, or a list [operation, term, ...]. Angles are in degrees.
"""

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import partial
from typing import Any

from geographiclib.geodesic import Geodesic

Json = float | str | list[Any]


def _inverse(part: str, *points_deg: float) -> float:
    return float(Geodesic.WGS84.Inverse(*points_deg)[part])


def _direct(part: str, latitude: float, longitude: float, east_m: float, north_m: float) -> float:
    bearing_deg, far_m = math.degrees(math.atan2(east_m, north_m)), math.hypot(east_m, north_m)
    return float(Geodesic.WGS84.Direct(latitude, longitude, bearing_deg, far_m)[part])


OPERATIONS: Mapping[str, Callable[..., float]] = {
    "add": lambda a, b: a + b,
    "sub": lambda a, b: a - b,
    "mul": lambda a, b: a * b,
    "div": lambda a, b: a / b,
    "hypot": math.hypot,
    "sqrt": math.sqrt,
    "sin": lambda a: math.sin(math.radians(a)),
    "cos": lambda a: math.cos(math.radians(a)),
    "tan": lambda a: math.tan(math.radians(a)),
    "asin": lambda a: math.degrees(math.asin(min(1.0, max(-1.0, a)))),
    "atan": lambda a: math.degrees(math.atan(a)),
    "atan2": lambda a, b: math.degrees(math.atan2(a, b)),
    # an angle as a bearing, 0 to under 360; and as an offset, −180 to under 180
    "bearing": lambda a: a % 360.0,
    "offset": lambda a: (a + 180.0) % 360.0 - 180.0,
    # from one latitude and longitude to another: how far, and in which bearing [karney2013]
    "way_m": partial(_inverse, "s12"),
    "way_bearing": partial(_inverse, "azi1"),
    # from a latitude and longitude so far east and north, set out straight
    "way_latitude": partial(_direct, "lat2"),
    "way_longitude": partial(_direct, "lon2"),
}


@dataclass(frozen=True)
class Term:
    """operation "name": its one argument is the name; "number": the number."""

    operation: str
    arguments: tuple["Term | str | float", ...]

    def __add__(self, other: "Term | float") -> "Term":
        return of("add", self, other)

    def __radd__(self, other: float) -> "Term":
        return of("add", other, self)

    def __sub__(self, other: "Term | float") -> "Term":
        return of("sub", self, other)

    def __rsub__(self, other: float) -> "Term":
        return of("sub", other, self)

    def __mul__(self, other: "Term | float") -> "Term":
        return of("mul", self, other)

    def __rmul__(self, other: float) -> "Term":
        return of("mul", other, self)

    def __truediv__(self, other: "Term | float") -> "Term":
        return of("div", self, other)

    def __rtruediv__(self, other: float) -> "Term":
        return of("div", other, self)

    def __neg__(self) -> "Term":
        return of("sub", 0.0, self)


def name(of_value: str) -> Term:
    """A value known when the formula is worked out."""
    return Term("name", (of_value,))


def of(operation: str, *arguments: Term | float) -> Term:
    """An operation over terms and numbers."""
    terms = [
        argument if isinstance(argument, Term) else Term("number", (argument,))
        for argument in arguments
    ]
    return Term(operation, tuple(terms))


def worked(term: Term, values: Mapping[str, float]) -> float:
    """What it comes to; NaN where it has no value, such as a height over two equal tilts."""
    if term.operation == "name":
        return values[str(term.arguments[0])]
    if term.operation == "number":
        return float(term.arguments[0])  # type: ignore[arg-type]
    operands = [
        worked(argument, values) for argument in term.arguments if isinstance(argument, Term)
    ]
    try:
        return OPERATIONS[term.operation](*operands)
    except (ZeroDivisionError, ValueError, OverflowError):
        return math.nan


def spread(term: Term, values: Mapping[str, float], sds: Mapping[str, float]) -> float:
    """The ± of what it comes to, from the ± of each value, taken as independent: half the change
    over one ± down and one up, in quadrature."""
    changes = []
    for key, sd in sds.items():
        up, down = (worked(term, {**values, key: values[key] + by}) for by in (sd, -sd))
        changes.append((up - down) / 2)
    return math.hypot(*changes)


def as_json(term: Term) -> Json:
    """As it goes to the phone."""
    if term.operation in ("name", "number"):
        return term.arguments[0]  # type: ignore[return-value]
    return [
        term.operation,
        *(as_json(argument) for argument in term.arguments if isinstance(argument, Term)),
    ]
