"""Which takes are kept until the photographer says otherwise."""

from collections.abc import Mapping

from patient_owl.core.light.part import WHOLE


def is_kept(verdicts: Mapping[str, str], lead: str) -> bool:
    """A take whose lead light, or whose whole, was seen right."""
    return "right" in (verdicts.get(lead), verdicts.get(WHOLE))
