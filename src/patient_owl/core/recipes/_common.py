"""What several recipes share: marks of the kit, reasons for a miss, the subject's light."""

import math

from patient_owl.core.bounds.sensor import knee_mark
from patient_owl.core.bounds.support import battery, ceiling_mark, handheld, wind
from patient_owl.core.kit import Kit
from patient_owl.core.limits import Limit, Reason
from patient_owl.core.recipes._types import InputSpec, Intent, Scene
from patient_owl.core.solver import Solution
from patient_owl.core.tables.scenes import SCENES

SHORT_OF_LIGHT_STOPS = 0.5  # a miss under half a stop is within any first guess

SCENE_KEYS = ("natural", "metered", *(scene.key for scene in SCENES))


def kit_marks(scene: Scene, kit: Kit) -> tuple[Limit, ...]:
    """Facts of hands, release, wind, battery and gain; of these only the battery binds."""
    found = (
        handheld(kit),
        ceiling_mark(kit),
        wind(scene.gust_m_s, kit),
        knee_mark(kit),
        battery(kit, scene.temperature_c),
    )
    return tuple(mark for mark in found if mark is not None)


def miss_reasons(solution: Solution) -> tuple[Reason, ...]:
    """That the picture comes out brighter or darker than wanted, where it shows."""
    if abs(solution.miss_stops) <= SHORT_OF_LIGHT_STOPS:
        return ()
    code = "short_of_light" if solution.miss_stops < 0 else "too_much_light"
    return (Reason(code, {"stops": abs(solution.miss_stops)}),)


def bulb_reason(solution: Solution) -> tuple[Reason, ...]:
    return (Reason("bulb_needed"),) if solution.positions["exposure_s"].is_bulb else ()


def setting_up(intent: Intent) -> tuple[str, ...]:
    """The first steps: legs as high as the photographer likes them, stabiliser off."""
    return (intent.side("tripod_school"), "stabiliser_off")


def releasing(intent: Intent, solution: Solution) -> str:
    """How the shutter is opened; beyond the camera's own times only a remote will do."""
    if solution.positions["exposure_s"].is_bulb:
        return "release_remote"
    return intent.side("release_school")


def light_inputs(default: str) -> tuple[InputSpec, ...]:
    """The questions about what lights the subject."""
    return (
        InputSpec("lit_by", "choice", default, options=SCENE_KEYS),
        InputSpec(
            "metered_ev100", "number", 4.0, "EV", -12, 16, 1 / 3, only_if=("lit_by", ("metered",))
        ),
    )


METERED_SIGMA_STOPS = 0.5  # a meter reading and where it was taken; common practice


def subject_light(scene: Scene, intent: Intent) -> tuple[float, float]:
    """EV100 of the subject and its ±: what lights it, and the sky's light on top. [stops]"""
    lit_by = intent.word("lit_by")
    if lit_by == "natural":
        return scene.ground_ev100, scene.ground_sigma_stops
    if lit_by == "metered":
        return intent.number("metered_ev100"), METERED_SIGMA_STOPS
    lamp = next(one for one in SCENES if one.key == lit_by)
    by_sky = 2 ** (scene.ground_ev100 - lamp.ev100)
    total = lamp.ev100 + math.log2(1 + by_sky)
    # the share of each light carries its own ±
    share = by_sky / (1 + by_sky)
    return total, math.hypot((1 - share) * lamp.sigma_stops, share * scene.ground_sigma_stops)
