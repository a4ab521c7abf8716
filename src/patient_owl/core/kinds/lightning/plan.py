"""Lightning: a storm at a distance, frames back to back until one holds a bolt.

A bolt draws its own line in an instant, so its brightness answers to aperture and ISO; time serves
the land and the cloud's glow, and the chance. How far the storm is sets the aperture, and whether
anybody may be outdoors: thunder within half a minute of the flash means go inside. All common
practice.
"""

import math

from patient_owl.core.exposure.settings import Positions
from patient_owl.core.judge.choose import Solution
from patient_owl.core.judge.liked import Liked
from patient_owl.core.kit import Kit
from patient_owl.core.light.found import as_learned
from patient_owl.core.light.part import DRAWN, LightPart
from patient_owl.core.limits.aperture import diffraction
from patient_owl.core.limits.limit import Limit
from patient_owl.core.measure.sound import sound_speed_m_s
from patient_owl.core.plan.common import (
    SCENE_KEYS,
    bracket_of,
    found_reasons,
    kit_marks,
    light_inputs,
    light_reasons,
    lit_part,
    releasing,
    setting_for,
    setting_up,
    time_reasons,
)
from patient_owl.core.plan.repeating import repeat_fact, until_it_happens
from patient_owl.core.plan.types import InputSpec, Intent, Plan, Recipe, Scene, self_timer_s
from patient_owl.core.program.program import Program
from patient_owl.core.reason import Reason

# At ISO 100, by how far off the storm is. Common practice.
FAR_KM, MIDDLE_KM = 20.0, 10.0
FAR_F_NUMBER, MIDDLE_F_NUMBER, NEAR_F_NUMBER = 2**2.0, 2**2.5, 2**3.0
BOLT_ISO = 100.0
BOLT_SIGMA_STOPS = 1.5  # bolts differ, and rain stands between; common practice
LEAST_S, MOST_S = 10.0, 30.0  # of a frame: shorter misses more, longer fills with glow
GLOW_STOPS = -2.0  # of what is lit anyway: night stays night
THUNDER_S = 30.0  # sooner after the flash nobody stays outdoors; common safety rule, from memory
STORM_KM_H = (30.0, 60.0)  # how fast storms move
LIT = tuple(key for key in SCENE_KEYS if key != "natural")  # by lamps, or as metered
USUAL_MIN = 30.0  # as long as one waits


def plan(scene: Scene, kit: Kit, intent: Intent) -> Plan:
    storm_km = distance_km(scene, intent)
    lights = (_bolt(scene, storm_km), *_rest(scene, intent))
    limits = (
        Limit("bolt_frame_shortest", "exposure_s", "at_least", LEAST_S, {"least_s": LEAST_S}),
        Limit("bolt_frame_longest", "exposure_s", "at_most", MOST_S, {"most_s": MOST_S}),
        diffraction(kit),
        *kit_marks(scene, kit),
    )
    liked = Liked((LEAST_S * MOST_S) ** 0.5, f_number_at(storm_km))
    solution = setting_for(lights, kit, intent, limits, liked)
    program = _program(scene, kit, intent, solution.positions)
    thunder_s = _thunder_s(scene, storm_km)
    is_near = thunder_s < THUNDER_S
    return Plan(
        solution=solution,
        program=program,
        lead=_lead(thunder_s),
        reasons=(
            _aperture(storm_km),
            *_rest_lands(scene, intent, solution),
            *time_reasons(solution, kit),
        ),
        limits=limits,
        steps=(
            *setting_up(intent, kit),
            "level_more_sky",
            "focus_lamp_lock",
            "rain_cover_on",
            releasing(intent, solution),
            "test_frame",
            "frames_until_bolt",
            "count_thunder",
            "inspect_bolt",
        ),
        mistakes=("waiting_to_press", "storm_comes_nearer", "time_for_the_bolt"),
        cautions=(*(("storm_near",) if is_near else ()), "lightning", "alone_at_night"),
        facts=(
            Reason("thunder_after", {"thunder_s": thunder_s}),
            *_comes(storm_km, scene),
            repeat_fact(program),
        ),
        bracket=bracket_of("f_number", solution, kit, limits),
        bracket_control="f_number",  # a bolt's brightness does not hang on time
    )


def f_number_at(storm_km: float) -> float:
    """The aperture for a bolt so far off, at ISO 100. [1]"""
    if storm_km > FAR_KM:
        return FAR_F_NUMBER
    return MIDDLE_F_NUMBER if storm_km >= MIDDLE_KM else NEAR_F_NUMBER


def distance_km(scene: Scene, intent: Intent) -> float:
    """How far off the storm is, by flash to bang where somebody counted it. [km]"""
    delay_s = intent.maybe("sound_delay_s")
    if delay_s is None:
        return intent.number("storm_km")
    return delay_s * sound_speed_m_s(scene.temperature_c) / 1000


def _thunder_s(scene: Scene, storm_km: float) -> float:
    return 1000 * storm_km / sound_speed_m_s(scene.temperature_c)


def _bolt(scene: Scene, storm_km: float) -> LightPart:
    ev100 = 2 * math.log2(f_number_at(storm_km)) - math.log2(BOLT_ISO / 100)
    part = LightPart("bolt", "bolt", ev100, BOLT_SIGMA_STOPS, 0.0, DRAWN)
    return as_learned(part, "", scene.learned)


def _rest(scene: Scene, intent: Intent) -> tuple[LightPart, ...]:
    """What is lit anyway: a town, works. Time brings it home. Open land at night is left as dark as
    it is: it is what the bolt stands over, and no time of a frame lifts it."""
    if intent.word("lit_by") == "natural":
        return ()
    part = lit_part(scene, intent, "glow_placement_stops", key="rest")
    return (part,)


def _lead(thunder_s: float) -> Reason:
    if thunder_s < THUNDER_S:
        return Reason("storm_go_inside", {"thunder_s": thunder_s, "limit_s": THUNDER_S})
    return Reason("storm_frames", {"least_s": LEAST_S, "most_s": MOST_S})


def _aperture(storm_km: float) -> Reason:
    ranges = {"far_km": FAR_KM, "middle_km": MIDDLE_KM}
    return Reason("bolt_by_distance", {"storm_km": storm_km, **ranges})


def _rest_lands(scene: Scene, intent: Intent, solution: Solution) -> tuple[Reason, ...]:
    rest = next((landing for landing in solution.landings if landing.part.key == "rest"), None)
    if rest is None:
        return found_reasons(solution)
    quantities = {"stops": rest.landed_stops, "sigma_stops": rest.part.sigma_stops}
    lands = Reason("storm_rest_lands", quantities)
    return (lands, *light_reasons(scene, intent, solution))


def _comes(storm_km: float, scene: Scene) -> tuple[Reason, ...]:
    """How soon a storm that comes this way is too near."""
    left_km = storm_km - THUNDER_S * sound_speed_m_s(scene.temperature_c) / 1000
    if left_km <= 0:
        return ()
    slowest, fastest = (3600 * left_km / speed for speed in STORM_KM_H)
    return (
        Reason("storm_comes", {"soonest_s": fastest, "latest_s": slowest, "limit_s": THUNDER_S}),
    )


def _program(scene: Scene, kit: Kit, intent: Intent, positions: Positions) -> Program:  # noqa: ARG001
    """Equal frames for as long as one waits, with no more between them than a camera needs."""
    wait_min, delay_s = intent.number("wait_min"), self_timer_s(intent, positions)
    return until_it_happens(wait_min, positions["exposure_s"].value, delay_s)


RECIPE = Recipe(
    key="lightning",
    order=65,
    inputs=(
        InputSpec("storm_km", "number", 25.0, "km", 1, 150, 1),
        InputSpec("sound_delay_s", "number", None, "s", 1, 120, 0.1),
        InputSpec("wait_min", "number", USUAL_MIN, "min", 1, 480, 5),
        *(spec for spec in light_inputs("natural") if spec.key != "between"),
        InputSpec(
            "glow_placement_stops",
            "number",
            GLOW_STOPS,
            "stops",
            -6,
            2,
            1 / 3,
            only_if=("lit_by", LIT),
        ),
    ),
    plan=plan,
    program=_program,
    sun_altitude_deg=(-90, -4),
    lead_answers_to=DRAWN,
    packs=("rain_cover",),
    suffers=("cut_short",),
)
