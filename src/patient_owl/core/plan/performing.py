"""What pictures that somebody performs in have in common: a light for which aperture and ISO are
set, a time that the performance needs, and the rest of the scene that comes up meanwhile.

The performed light does not answer to how long the shutter is open. So the shared controls serve
it, and time serves the rest, within what the performance needs. Common practice.
"""

import math
from collections.abc import Sequence
from dataclasses import replace
from typing import NamedTuple

from patient_owl.core.exposure.settings import Positions
from patient_owl.core.judge.choose import Solution
from patient_owl.core.judge.liked import Liked
from patient_owl.core.kit import Kit
from patient_owl.core.light.brought import Brought
from patient_owl.core.light.part import LightPart
from patient_owl.core.limits.limit import Limit
from patient_owl.core.limits.motion import performer
from patient_owl.core.motion.subject import GHOST_SHARE
from patient_owl.core.plan.bringing import brought_parts
from patient_owl.core.plan.common import (
    kit_marks,
    light_reasons,
    lit_part,
    setting_for,
    time_reasons,
)
from patient_owl.core.plan.types import InputSpec, Intent, Scene, self_timer_s
from patient_owl.core.program.program import Cue, Program, one_frame
from patient_owl.core.reason import Reason

REST_SHOWS_STOPS = math.log2(GHOST_SHARE)  # darker than a ghost nobody sees it
REST_STOPS = -2.0  # so that the performed light leads; common practice

# What clothes take off a figure against a mid-grey one. Common practice: two to three for dark.
CLOTHES_STOPS = {"clothes_dark": -2.5, "clothes_usual": -1.0, "clothes_light": 0.5}
# What somebody's own tool throws on him, over what the place gives. Common practice.
SPILL_STOPS = {"tool_hooded": 0.0, "tool_bare": 2.0}
WALK_M_S = 1.0  # in the dark, with something in the hands: 3 to 4 km/h; common practice
PERFORMING_INPUTS = (
    InputSpec("delay_s", "number", None, "s", 0, 300, 1),
    InputSpec("walk_in_m", "number", None, "m", 0, 500, 1),
    InputSpec("clothes", "choice", "clothes_dark", options=tuple(CLOTHES_STOPS)),
    InputSpec("spill", "choice", "tool_hooded", options=tuple(SPILL_STOPS)),
)


def rest_input() -> InputSpec:
    """The question where what is there anyway shall land."""
    return InputSpec("rest_placement_stops", "number", REST_STOPS, "stops", -6, 2, 1 / 3)


def opened(intent: Intent, positions: Positions) -> Program:
    """One frame that opens once whoever performs is in place: after the delay that was said, else
    after the walk, else after the self-timer."""
    delay_s, walk_m = intent.maybe("delay_s"), intent.maybe("walk_in_m")
    if delay_s is None:
        delay_s = self_timer_s(intent, positions) if walk_m is None else walk_m / WALK_M_S
    return one_frame(positions["exposure_s"].value, delay_s)


def first_of(intent: Intent, *kinds: str) -> Brought:
    """The first light of some kinds; a recipe that asks brings one along."""
    return next(light for light in intent.brought if light.kind in kinds)


class Served(NamedTuple):
    """A performance put on dial values, inside of what limits."""

    solution: Solution
    limits: tuple[Limit, ...]


def part_of(light: Brought, kit: Kit, intent: Intent) -> LightPart:
    """A light that is brought, as a light of the picture."""
    return next(part for part in brought_parts(kit, intent) if part.key == light.key)


def serve(
    scene: Scene,
    kit: Kit,
    intent: Intent,
    lead: LightPart,
    liked: Liked,
    limits: Sequence[Limit],
) -> Served:
    """Shared controls for what is performed, time for the performance and the rest.

    limits: of this discipline; among them how long the performance lasts, where that does not hang
    on a lever. Where it does, it is told as it came out.
    """
    rest = lit_part(scene, intent, "rest_placement_stops", key="rest")
    all_limits = (*limits, *kit_marks(scene, kit))
    solution = setting_for((lead, rest), kit, intent, all_limits, liked)
    if any(limit.code == "performer" for limit in limits):
        return Served(solution, all_limits)
    lasts = (
        (light.begins_s, light.lasts_s(next(iter(landing.levers.values()))))
        for light in intent.brought
        for landing in solution.landings
        if landing.part.key == light.key
    )
    begins_s, lasts_s = max(lasts, key=sum)
    return Served(solution, (performer(lasts_s, begins_s), *all_limits))


def staying(longest_s: float) -> Limit:
    """How long anybody waits for what comes up besides."""
    return Limit("staying", "exposure_s", "at_most", longest_s, {"most_s": longest_s})


def served_reasons(
    scene: Scene, kit: Kit, intent: Intent, solution: Solution
) -> tuple[Reason, ...]:
    """What is to be said of the rest, the light and the time of any performance."""
    return (
        rest_lands(solution),
        *light_reasons(scene, intent, solution),
        *time_reasons(solution, kit),
    )


def performed(frame: Program, begins_s: float, lasts_s: float, part: str) -> Program:
    """The course with what is called out to whoever performs with a light: when to begin, the half,
    the end."""
    marks = ((0.0, "begin"), (lasts_s / 2, "half"), (lasts_s, "done"))
    cues = tuple(Cue(begins_s + after_s, code, "performer", part=part) for after_s, code in marks)
    return replace(frame, cues=cues)


def rest_lands(solution: Solution) -> Reason:
    """Where what is there anyway ends up."""
    rest = solution.landings[1]
    code = "rest_shows" if rest.landed_stops > REST_SHOWS_STOPS else "rest_black"
    return Reason(code, {"stops": rest.landed_stops, "sigma_stops": rest.part.sigma_stops})


def ghost(intent: Intent, exposure_s: float) -> Reason:
    """How long somebody may stay in one spot of the frame unseen. [derived_ghost]"""
    stops = CLOTHES_STOPS[intent.word("clothes")] + SPILL_STOPS[intent.word("spill")]
    unseen_s = min(exposure_s, exposure_s * GHOST_SHARE * 2**-stops)
    return Reason("stay_unseen", {"unseen_s": unseen_s, "exposure_s": exposure_s}, "derived_ghost")
