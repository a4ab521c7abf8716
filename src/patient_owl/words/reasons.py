"""Reasons in words: templates by code, filled with the reason's quantities."""

from patient_owl.core.reason import Reason
from patient_owl.words.kinds import REASONS
from patient_owl.words.quantities import say


def reason_text(reason: Reason) -> str:
    return say(REASONS[reason.code], reason.quantities)
