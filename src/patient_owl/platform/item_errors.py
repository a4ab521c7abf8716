"""One item of many that cannot be worked out says so in its own place; the rest goes on.

A lens edited out of reach is the item's trouble, and is said in its words. Anything else is a
mistake of ours, met by one odd shot: it is logged and said to be one, and does not keep a
photographer from the other shots of the night.
"""

import logging
from collections.abc import Callable
from typing import TypeVar

from sqlalchemy.exc import SQLAlchemyError

from patient_owl.core.errors import OwlError, WrongValue

log = logging.getLogger(__name__)

Worked = TypeVar("Worked")
_UNITS = ("_mm", "_deg", "_s", "_utc", "_id")
OURS = "Something went wrong here. Nothing was lost."


def or_trouble(work: Callable[[], Worked]) -> tuple[Worked, None] | tuple[None, str]:
    """What `work` gives, or why it gives nothing, in words.

    What the core and the app refuse is the item's trouble. A database that fails
    ends the request, as everywhere.
    """
    try:
        return work(), None
    except WrongValue as error:
        return None, f"{_said(error.name)}: wanted {error.wanted}, it is {error.got}."
    except OwlError as error:
        return None, str(error)
    except SQLAlchemyError:
        raise
    except Exception:
        log.exception("a mistake of ours over one item")
        return None, OURS


def _said(name: str) -> str:
    """The name of a field as people say it: `focal length`."""
    for unit in _UNITS:
        name = name.removesuffix(unit)
    return name.replace("_", " ")
