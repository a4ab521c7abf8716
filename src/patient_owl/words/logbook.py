"""The logbook in words."""

from collections.abc import Mapping
from datetime import date

from patient_owl.words.quantities import begun, counted, plural, whole

GROUPS: Mapping[str, str] = {
    "faster_than_hand": "faster than 1/15\u00a0s",
    "hand_to_second": "1/15 to 1\u00a0s",
    "seconds": "1 to 30\u00a0s",
    "beyond_camera": "longer than 30\u00a0s",
    "low_iso": "under ISO\u00a0500",
    "middle_iso": "ISO\u00a0500 to 3000",
    "high_iso": "over ISO\u00a03000",
    "first_take": "the first take of a shot",
    "later_take": "later takes of a shot",
}


def kept_text(what: str, kept: int, takes: int) -> str:
    """`Handheld, 1/15 to 1 s: 2 of 14 kept.`"""
    return f"{begun(what)}: {whole(kept)} of {whole(takes)} kept."


def found_text(takes: int, kept: int) -> str:
    if not takes:
        return "No take of that kind."
    return f"{whole(takes)} take{plural(takes)}, {whole(kept)} kept."


def practise_text(kind: str, kept: int, takes: int) -> str:
    """What is kept seldom is worth an evening at home."""
    return f"{begun(kind)}: {counted(kept)} of {counted(takes)} kept. Worth a practice night."


def unfinished_text(takes: int) -> str:
    if not takes:
        return "never tried"
    return f"{counted(takes)} take{plural(takes)}, none kept"


def year_text(year: int, nights: int, takes: int, kept: int) -> str:
    if not nights:
        return f"No night of {year} has a take."
    out = f"{counted(nights)} night{plural(nights)} out in {year}"
    return f"{begun(out)}, {whole(takes)} take{plural(takes)}, {whole(kept)} kept."


def as_taken_text(evening: date, settings: str) -> str:
    """What a shot begins from that was taken before."""
    return f"As taken on {evening:%-d %B %Y}: {settings}."


def story_text(shots: int, takes: int, kept: int) -> str:
    tried = f"{counted(shots)} shot{plural(shots)}, {whole(takes)} take{plural(takes)}"
    return f"{begun(tried)}, {whole(kept)} kept."


def never_tried_text() -> str:
    return "Not tried."


# What a sidecar calls a pick.
LABELS: Mapping[str, str] = {"": "", "kept": "kept", "rejected": "let go"}
