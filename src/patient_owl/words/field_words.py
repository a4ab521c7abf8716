"""How a field of a form is asked."""

from typing import NamedTuple


class FieldWords(NamedTuple):
    """Label, unit, help of at most two lines, the heading it stands under, columns of a list."""

    label: str
    unit: str = ""
    help: str = ""
    group: str = ""
    columns: tuple[str, ...] = ()
