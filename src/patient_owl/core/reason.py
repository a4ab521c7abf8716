"""Facts a plan rests on, without words.

A code and the quantities to put into the sentence, each named with its unit; words are chosen
elsewhere.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field

Quantities = Mapping[str, float | int | str | bool]


@dataclass(frozen=True)
class Reason:
    """A fact the plan rests on or a consequence it has."""

    code: str
    quantities: Quantities = field(default_factory=dict)
    source: str | None = None
