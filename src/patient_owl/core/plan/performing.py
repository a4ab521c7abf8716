"""What pictures that somebody performs in have in common: a light for which aperture and ISO are
set, a time that the performance needs, and the rest of the scene that comes up meanwhile.

The performed light does not answer to how long the shutter is open. So the shared controls serve
it, and time serves the rest, within what the performance needs. Common practice.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import NamedTuple

from patient_owl.core.exposure.dials import Control
from patient_owl.core.exposure.settings import Positions, settings_on
from patient_owl.core.kit import Kit
from patient_owl.core.light.brought import Brought
from patient_owl.core.light.part import LightPart
from patient_owl.core.limits.limit import Limit
from patient_owl.core.limits.motion import performer
from patient_owl.core.motion.subject import GHOST_SHARE
from patient_owl.core.plan.bringing import pixel_rad
from patient_owl.core.plan.common import kit_marks, light_reasons, lit_part, time_reasons
from patient_owl.core.plan.types import InputSpec, Intent, Scene, self_timer_s
from patient_owl.core.program.program import Cue, Program, one_frame
from patient_owl.core.reason import Reason
from patient_owl.core.solve.solver import Solution, solve

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


def as_lead(light: Brought, kit: Kit, start: Mapping[Control, float]) -> LightPart:
    """A brought light as what the picture is exposed for: its lever stands where it brings the
    light home at the start, and stays there whatever moves the camera's controls."""
    part = light.part(pixel_rad(kit))
    positions = {c: kit.dials[c].nearest(start.get(c, 0.0)) for c in kit.dials}
    lever_values = part.levers_for(settings_on(kit.dials, positions))
    levers = tuple(replace(lever, value=lever_values[lever.key]) for lever in part.levers)
    return replace(part, ev100=part.ev100 + part.lever_stops(lever_values), levers=levers)


def beside(
    rest: LightPart, lead: LightPart, kit: Kit, begins_s: float, lasts_s: float, longest_s: float
) -> tuple[LightPart, tuple[Limit, ...]]:
    """What else is in the picture, and how time may serve it.

    The shutter stays open for the performance and no longer than somebody waits; where the rest
    would be black even then, it closes when the performance is over. Where the rest is wanted
    brighter than it can come, it is wanted as it comes.
    """
    needs_s = begins_s + lasts_s
    least_s = kit.dials["exposure_s"].at_least(needs_s).value

    def lands(seconds: float) -> float:
        return rest.ev100 - lead.wanted_ev100 + math.log2(seconds)

    most_s = max(longest_s, least_s)
    if lands(most_s) < REST_SHOWS_STOPS:
        most_s = least_s
    served = replace(rest, placement_stops=min(rest.placement_stops, lands(most_s)))
    staying = Limit("staying", "exposure_s", "at_most", most_s, {"most_s": most_s})
    return served, (performer(lasts_s, begins_s), staying)


class Served(NamedTuple):
    """A performance put on dial values, inside of what limits."""

    solution: Solution
    limits: tuple[Limit, ...]


def serve(
    scene: Scene,
    kit: Kit,
    intent: Intent,
    lead: LightPart,
    start: Mapping[Control, float],
    times_s: tuple[float, float, float],
    limits: Sequence[Limit],
) -> Served:
    """Shared controls for what is performed, time for the performance and the rest.

    times_s: when it begins after the shutter opened, how long it lasts, how long anybody waits.
    limits: on the aperture, of this discipline.
    """
    rest = lit_part(scene, intent, intent.number("rest_placement_stops"), key="rest")
    rest, performing = beside(rest, lead, kit, *times_s)
    all_limits = (*performing, *limits, *kit_marks(scene, kit))
    return Served(solve((lead, rest), kit.dials, all_limits, start, intent.choice), all_limits)


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
