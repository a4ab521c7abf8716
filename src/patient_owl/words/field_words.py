"""How a field of a form is asked."""

from collections.abc import Mapping
from types import MappingProxyType
from typing import NamedTuple


class FieldWords(NamedTuple):
    """Label, unit, help of at most two lines, the heading it stands under, columns of a list.
    quantities: of label and help, which are templates, so that each reader gets his own units."""

    label: str
    unit: str = ""
    help: str = ""
    group: str = ""
    columns: tuple[str, ...] = ()
    quantities: Mapping[str, float] = MappingProxyType({})
