"""Pictures in words."""

from patient_owl.core.exposure.reading import Reading
from patient_owl.words.formats import dial_time, duration, f_number, iso, placed, share

CLIPPED_WORTH_SAYING = 0.002  # a lamp or two is no fault
BLACK_WORTH_SAYING = 0.2
CLOCK_WORTH_SAYING_S = 15


def photo_settings_text(
    exposure_s: float | None, f_number_value: float | None, iso_value: float | None
) -> str:
    """`4 s, f/2.8, ISO 1600`, as far as the file says; `no settings in the file`."""
    parts = []
    if exposure_s:
        parts.append(dial_time(exposure_s))
    if f_number_value:
        parts.append(f_number(f_number_value))
    if iso_value:
        parts.append(iso(iso_value))
    return ", ".join(parts) or "no settings in the file"


def reading_text(reading: Reading) -> str:
    """`Its middle lies 2 stops under mid-grey; 1 % burnt out.`"""
    text = f"Its middle lies {placed(reading.median_stops)}"
    if reading.clipped_share >= CLIPPED_WORTH_SAYING:
        burnt = share(reading.clipped_share) if reading.clipped_share >= 0.01 else "under 1\u00a0%"
        text += f"; {burnt} burnt out"
    if reading.black_share >= BLACK_WORTH_SAYING:
        text += f"; {share(reading.black_share)} black"
    return text + "."


def matched_text(matched: int, photos: int, offset_s: float) -> str:
    """`3 of 4 pictures found their take; the camera's clock is 1 h slow.`"""
    if not matched:
        return "No picture found its take by time and settings. Choose by hand."
    text = f"{matched} of {photos} pictures found their take"
    if abs(offset_s) < CLOCK_WORTH_SAYING_S:
        return f"{text}; the camera's clock is right."
    way = "slow" if offset_s > 0 else "fast"
    return f"{text}; the camera's clock is {duration(abs(offset_s))} {way}."
