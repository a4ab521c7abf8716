"""One item of many that cannot be worked out says so in its own place; the rest goes on.

A lens edited out of reach, or a mistake of ours met by one odd shot, must not keep a photographer
from the other shots of the night.
"""

import logging
from collections.abc import Callable
from typing import TypeVar

from patient_owl.core.errors import OwlError, WrongValue

log = logging.getLogger(__name__)

Worked = TypeVar("Worked")
_UNITS = ("_mm", "_deg", "_s", "_utc", "_id")
OURS = "This could not be worked out, by a mistake of ours. It was written to the log."


def or_trouble(work: Callable[[], Worked]) -> tuple[Worked, None] | tuple[None, str]:
    """What `work` gives, or why it gives nothing, in words.

    Only arithmetic and what it stands on is caught: a database that fails, fails the request.
    """
    try:
        return work(), None
    except WrongValue as error:
        return None, f"{_said(error.name)}: wanted {error.wanted}, it is {error.got}."
    except OwlError as error:
        return None, str(error)
    except (ArithmeticError, AssertionError, LookupError, TypeError, ValueError) as error:
        log.exception("an item could not be worked out", exc_info=error)
        return None, OURS


def _said(name: str) -> str:
    """The name of a field as people say it: `focal length`."""
    for unit in _UNITS:
        name = name.removesuffix(unit)
    return name.replace("_", " ")
