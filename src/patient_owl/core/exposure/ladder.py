"""Equivalents: the same light by other settings, and what a quick test frame stands for."""

from collections.abc import Collection, Mapping
from dataclasses import dataclass

from patient_owl.core.exposure.dials import CONTROLS, SAME, Control, Dial, DialValue

QUICK_S = 16.0  # what one waits for a look: "15" on the dial. Common practice
TEST_ISO_GAIN = 2.0  # a stop of ISO and more is what makes a frame a test; common practice
MISS_STOPS = 0.2  # a rung that lands further off than this is no equivalent


@dataclass(frozen=True)
class Rung:
    """One equivalent of a setting, and how far it misses. [stops, + brighter]"""

    positions: Mapping[Control, DialValue]
    miss_stops: float


def ladder(
    positions: Mapping[Control, DialValue],
    dials: Mapping[Control, Dial],
    answers_to: Collection[Control] = CONTROLS,
) -> tuple[Rung, ...]:
    """Time against aperture at the same ISO and filter, a stop apart from the widest on.

    answers_to: what moves the light the picture is exposed for; time cannot make good for the
    aperture where it does not.
    """
    if "exposure_s" not in answers_to:
        return ()
    rungs = (
        equivalent({**positions, "f_number": f_number}, positions, dials)
        for f_number in _a_stop_apart(dials["f_number"])
    )
    return tuple(rung for rung in rungs if abs(rung.miss_stops) <= MISS_STOPS)


def _a_stop_apart(apertures: Dial) -> list[DialValue]:
    """Positions a stop from one another, whatever the lens opens to (f/1.7 stands off the dial)."""
    widest, narrowest = apertures.brightnesses[-1], apertures.brightnesses[0]
    stops = range(int(widest - narrowest + 1e-9) + 1)
    rungs = dict.fromkeys(apertures.nearest_brightness(widest - k) for k in stops)
    return list(rungs)


def quick_frame(
    positions: Mapping[Control, DialValue], dials: Mapping[Control, Dial]
) -> Rung | None:
    """A quick frame of the same brightness for a first look, without a filter.

    The lowest ISO a stop up and more that makes it in QUICK_S, else the highest. None when the
    frame itself is as quick, where ISO ends, or on film, which shows nothing until it is developed.
    """
    is_film = dials["exposure_s"].film is not None
    least_iso = TEST_ISO_GAIN * positions["iso"].value
    isos = [iso for iso in dials["iso"].values if iso.value * SAME >= least_iso]
    if positions["exposure_s"].value <= QUICK_S or is_film or not isos:
        return None
    bare = {**positions, "nd_stops": dials["nd_stops"].values[0]}
    rungs = (equivalent({**bare, "iso": iso}, positions, dials) for iso in isos)
    for rung in rungs:
        if rung.positions["exposure_s"].value <= QUICK_S:
            break
    return rung


def is_quick_frame_of(
    positions: Mapping[Control, DialValue], real: Mapping[Control, DialValue]
) -> bool:
    """Whether a setting only stands for another: quick, and at twice its ISO or more."""
    is_quick = positions["exposure_s"].value <= QUICK_S * SAME < real["exposure_s"].value
    return is_quick and positions["iso"].value * SAME >= TEST_ISO_GAIN * real["iso"].value


def may_be_quick_frame(
    positions: Mapping[Control, DialValue], inside: Mapping[Control, Dial]
) -> bool:
    """Whether a setting can stand for any other inside the limits at all: worked out first, for
    the other has to be solved for."""
    slow_enough: dict[Control, DialValue] = {
        "exposure_s": inside["exposure_s"].values[-1],
        "iso": inside["iso"].values[0],
    }
    return is_quick_frame_of(positions, {**positions, **slow_enough})


def equivalent(
    wanted: Mapping[Control, DialValue],
    positions: Mapping[Control, DialValue],
    dials: Mapping[Control, Dial],
) -> Rung:
    """`wanted` with the shutter put where the picture is as bright as with `positions`."""
    time = dials["exposure_s"]
    changed = sum(
        _brightness(dials, positions, c) - _brightness(dials, wanted, c)
        for c in CONTROLS
        if c != "exposure_s" and wanted[c] is not positions[c]
    )
    aim = time.brightness(positions["exposure_s"].value) + changed
    position = time.nearest_brightness(aim)
    return Rung({**wanted, "exposure_s": position}, time.brightness(position.value) - aim)


def _brightness(
    dials: Mapping[Control, Dial], positions: Mapping[Control, DialValue], control: Control
) -> float:
    return dials[control].brightness(positions[control].value)
