"""Reasons in words: templates by code, filled with the reason's quantities."""

from patient_owl.core.reason import Reason
from patient_owl.words.kinds import REASONS
from patient_owl.words.posts import title_of
from patient_owl.words.quantities import say


def reason_text(reason: Reason) -> str:
    quantities = reason.quantities
    if "limit" in quantities:  # a limit is called as its post on the rail is
        quantities = {**quantities, "limit": title_of(str(quantities["limit"]))}
    return say(REASONS[reason.code], quantities)
