"""Equivalents: the same light by other settings, and what a quick test frame stands for."""

from collections.abc import Mapping
from dataclasses import dataclass

from patient_owl.core.dials import Control, Dial, DialValue
from patient_owl.core.exposure import Settings

MISS_STOPS = 0.2  # a rung that lands further off than this is no equivalent


@dataclass(frozen=True)
class Rung:
    """One equivalent of a setting, and how far it misses. [stops, + brighter]"""

    positions: Mapping[Control, DialValue]
    miss_stops: float


def ladder(settings: Settings, dials: Mapping[Control, Dial]) -> tuple[Rung, ...]:
    """Time against aperture at the same ISO, whole stops of aperture, widest first."""
    iso = dials["iso"].nearest(settings.iso)
    apertures = dials["f_number"]
    per_stop = 3 if len(apertures.values) > 1 and _ratio(apertures) < 2 ** (1 / 5) else 2
    rungs = []
    for f_number in apertures.values[::per_stop]:
        held = Settings(1.0, f_number.value, iso.value)
        wanted_s = held.following("exposure_s", settings.ev100).exposure_s
        time = dials["exposure_s"].nearest(wanted_s)
        rung = Settings(time.value, f_number.value, iso.value)
        miss = settings.ev100 - rung.ev100
        if abs(miss) <= MISS_STOPS:
            rungs.append(Rung({"exposure_s": time, "f_number": f_number, "iso": iso}, miss))
    return tuple(rungs)


def test_frame(settings: Settings, dials: Mapping[Control, Dial], longest_s: float) -> Rung:
    """The quickest frame of the same brightness at the body's highest ISO, for a first look."""
    iso = dials["iso"].values[-1]
    wanted_s = Settings(1.0, settings.f_number, iso.value).following("exposure_s", settings.ev100)
    time = dials["exposure_s"].nearest(min(wanted_s.exposure_s, longest_s))
    aperture = dials["f_number"].nearest(settings.f_number)
    frame = Settings(time.value, aperture.value, iso.value)
    positions: dict[Control, DialValue] = {
        "exposure_s": time,
        "f_number": aperture,
        "iso": iso,
    }
    return Rung(positions, settings.ev100 - frame.ev100)


def _ratio(dial: Dial) -> float:
    return dial.values[1].value / dial.values[0].value
