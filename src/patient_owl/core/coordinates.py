"""Coordinates as people type them: decimal, degrees and minutes, degrees-minutes-seconds.

Hemisphere letters or signs; comma, space or semicolon between the two. With letters the
order is free; without, latitude comes first, as ISO 6709 and every printed map have it.
"""

import re

from patient_owl.core.errors import WrongValue

ACCEPTED = (
    "latitude then longitude, such as 43.302, −9.214 or 43°18′07″N 9°12′50″W "
    "or N 43 18.12 W 9 12.84"
)

_NUMBER = r"\d+(?:[.,]\d+)?"
_ANGLE = re.compile(
    rf"""
    (?P<before>[NSEWO])?\s*
    (?P<sign>[+-])?\s*
    (?P<degrees>{_NUMBER})\s*[°º]?\s*
    (?:(?P<minutes>{_NUMBER})\s*['′]?\s*)?
    (?:(?P<seconds>{_NUMBER})\s*["″]?\s*)?
    (?P<after>[NSEWO])?
    """,
    re.VERBOSE | re.IGNORECASE,
)
_LONGITUDE_LETTERS = "EWO"  # O: ouest, oeste


def parse_coordinates(text: str) -> tuple[float, float]:
    """Latitude and longitude in degrees, north and east positive.

    Raises WrongValue, naming what was not understood and what is accepted.
    """
    cleaned = (
        text.strip()
        .replace("−", "-")
        .replace("–", "-")
        .replace("’", "′")
        .replace("”", "″")
        .replace("''", "″")
    )
    halves = _halves(cleaned)
    if halves is None:
        raise WrongValue("coordinates", ACCEPTED, text.strip() or "nothing")
    angles = [_angle(half, text) for half in halves]
    letters = [letter for _, letter in angles]
    if any(letters) and not all(letters):
        raise WrongValue("coordinates", "a hemisphere letter on both or on neither", text.strip())
    (first, first_letter), (second, second_letter) = angles
    if first_letter and (first_letter in _LONGITUDE_LETTERS) == (
        (second_letter or "") in _LONGITUDE_LETTERS
    ):
        raise WrongValue("coordinates", "one of N or S and one of E or W", text.strip())
    if first_letter and first_letter in _LONGITUDE_LETTERS:
        first, second = second, first
    if not -90 <= first <= 90:
        raise WrongValue("latitude_deg", "−90 to 90", f"{first:g}")
    if not -180 <= second <= 180:
        raise WrongValue("longitude_deg", "−180 to 180", f"{second:g}")
    return first, second


def _halves(text: str) -> tuple[str, str] | None:
    """The two angles apart: at a separator, after or before a letter, or in the middle."""
    for separator in (";", ", ", ",\t"):
        parts = [part.strip() for part in text.split(separator)]
        if len(parts) == 2 and all(parts):
            return parts[0], parts[1]
    by_letters = re.findall(r"[^NSEWO]+[NSEWO]", text, re.IGNORECASE) or []
    if len(by_letters) == 2 and "".join(by_letters) == text:
        return by_letters[0].strip(" ,"), by_letters[1].strip(" ,")
    leading = re.findall(r"[NSEWO][^NSEWO]+", text, re.IGNORECASE)
    if len(leading) == 2 and "".join(leading) == text:
        return leading[0].strip(" ,"), leading[1].strip(" ,")
    if text.count(",") == 1:
        first, second = text.split(",")
        return (first, second) if first.strip() and second.strip() else None
    words = text.split()
    middle = len(words) // 2
    if words and len(words) % 2 == 0:
        return " ".join(words[:middle]), " ".join(words[middle:])
    return None


def _angle(text: str, whole: str) -> tuple[float, str | None]:
    notation = _ANGLE.fullmatch(text.strip())
    if notation is None:
        raise WrongValue("coordinates", ACCEPTED, whole.strip())
    parts = {
        k: float(notation[k].replace(",", "."))
        for k in ("degrees", "minutes", "seconds")
        if notation[k]
    }
    for name in ("minutes", "seconds"):
        if parts.get(name, 0) >= 60:
            raise WrongValue("coordinates", f"{name} under 60", f"{parts[name]:g} {name}")
    value = parts["degrees"] + parts.get("minutes", 0) / 60 + parts.get("seconds", 0) / 3600
    letter = (notation["before"] or notation["after"] or "").upper() or None
    if letter and notation["sign"]:
        raise WrongValue("coordinates", "a sign or a hemisphere letter, not both", whole.strip())
    if notation["before"] and notation["after"]:
        raise WrongValue("coordinates", "one hemisphere letter an angle", whole.strip())
    return (-value if notation["sign"] == "-" or letter in ("S", "W", "O") else value), letter
