"""Portrait with a flash in the dark: somebody moves in light and is frozen at the end.

Aperture and ISO are for the flash, by its guide number; time is for the movement, and what is
there besides must be black, or it shines through the figure.
"""

from dataclasses import replace

from patient_owl.core.exposure.settings import Positions
from patient_owl.core.judge.choose import Solution
from patient_owl.core.judge.liked import Liked
from patient_owl.core.judge.worth import wished_time
from patient_owl.core.kit import Kit
from patient_owl.core.light.brought import USUAL_STOPS, Brought
from patient_owl.core.light.lamp import Flash
from patient_owl.core.light.part import DRAWN
from patient_owl.core.limits.aperture import diffraction
from patient_owl.core.limits.motion import performer
from patient_owl.core.plan.common import (
    bracket_of,
    light_inputs,
    releasing,
    setting_up,
)
from patient_owl.core.plan.performing import (
    PERFORMING_INPUTS,
    REST_SHOWS_STOPS,
    first_of,
    opened,
    part_of,
    serve,
    served_reasons,
    staying,
)
from patient_owl.core.plan.sketch import Line, Ring, Sketch
from patient_owl.core.plan.types import InputSpec, Intent, Plan, Recipe, Scene
from patient_owl.core.program.program import Cue, Program
from patient_owl.core.reason import Reason

FAVOURITE_F_NUMBER = 5.6  # common practice
REST_STOPS = -5.0  # the room goes out first; common practice
SOLID_STOPS = -3.0  # background outside over flash: under it a figure looks solid; common practice
SHORTEST_S, LONGEST_S = 1.0, 8.0  # of a movement before the flash; common practice
REACTION_S = 0.3  # from the word to the movement's end, and from the count to the flash [CP]


def plan(scene: Scene, kit: Kit, intent: Intent) -> Plan:
    flash = first_of(intent, "flash")
    movement_s, ends_s = intent.number("movement_s"), _ends_s(intent)
    lead = part_of(flash, kit, intent)
    liked = Liked(wished_time(ends_s), FAVOURITE_F_NUMBER)
    bounds = (performer(movement_s, ends_s - movement_s), staying(LONGEST_S), diffraction(kit))
    # a room that shows shines through the figure: the picture hangs on that wish
    intent = replace(intent, said=intent.said | {"rest_placement_stops"})
    solution, limits = serve(scene, kit, intent, lead, liked, bounds)
    return Plan(
        solution=solution,
        program=RECIPE.program(scene, kit, intent, solution.positions),
        lead=Reason(
            "flash_freezes",
            {"share": solution.landings[0].levers["power"], "distance_m": flash.distance_m},
            "ray2002-flash",
        ),
        reasons=served_reasons(scene, kit, intent, solution),
        limits=limits,
        steps=(
            *setting_up(intent, kit),
            "tape_the_mark",
            "focus_on_the_mark",
            releasing(intent, solution),
            "ambient_out",
            "rear_curtain" if intent.word("fired") == "fired_rear" else "flash_by_hand",
            "inspect_frozen",
        ),
        mistakes=("arm_before_face", "room_not_dark", "off_the_mark", "clutter_competes"),
        cautions=("flashing_light", "cables_and_rain"),
        facts=_facts(solution),
        bracket=bracket_of("f_number", solution, kit, limits),
        bracket_control="f_number",  # a flash does not know of time
        sketch=_sketch(),
    )


def _ends_s(intent: Intent) -> float:
    """When the movement ends at the earliest, which is when the flash is fired by hand. [s]"""
    movement_s, at_s = intent.number("movement_s"), first_of(intent, "flash").at_s
    by_hand = intent.word("fired") == "fired_by_hand" and at_s is not None
    return max(movement_s, at_s or 0.0) if by_hand else REACTION_S + movement_s


def _facts(solution: Solution) -> tuple[Reason, ...]:
    """Whether the frame without flash is black, and whether the figure stays solid."""
    flash, rest = solution.landings[:2]
    through = rest.landed_stops - flash.landed_stops
    is_out, is_solid = rest.landed_stops < REST_SHOWS_STOPS, through < SOLID_STOPS
    return (
        Reason("rest_is_out" if is_out else "rest_not_out", {"stops": rest.landed_stops}),
        Reason("figure_solid" if is_solid else "figure_seen_through", {"stops": through}),
    )


def _program(scene: Scene, kit: Kit, intent: Intent, positions: Positions) -> Program:  # noqa: ARG001
    """The count leads to the flash, so that the movement ends on its mark."""
    exposure_s = positions["exposure_s"].value
    frame = opened(intent, positions)
    flash, is_rear = first_of(intent, "flash"), intent.word("fired") == "fired_rear"
    ends_s = exposure_s if is_rear else min(_ends_s(intent), exposure_s)
    starts_s = max(0.0, ends_s - intent.number("movement_s"))
    cues = [
        Cue(starts_s, "move", "performer", ends_s - starts_s),
        Cue(ends_s, "on_the_mark", "performer", part=flash.key),
    ]
    if not is_rear:
        about = (("who", flash.who),)
        cues.append(Cue(ends_s, "flash", flash.who, about=about, part=flash.key))
    return Program(frame.phases, tuple(cues))


def _sketch() -> Sketch:
    """The figure at the end of its path, and the mark it stands on."""
    return Sketch(
        1.5,
        (
            Line(((0.2, 0.4), (0.35, 0.3), (0.5, 0.42), (0.64, 0.4)), "light", "movement"),
            Ring(0.68, 0.3, 0.06, "subject"),
            Line(((0.68, 0.36), (0.68, 0.78)), "subject"),
            Line(((0.62, 0.82), (0.74, 0.82)), "mark", "tape"),
        ),
    )


RECIPE = Recipe(
    key="flash_portrait",
    order=88,
    inputs=(
        InputSpec("movement_s", "number", 2.0, "s", SHORTEST_S, LONGEST_S, 0.5),
        InputSpec("fired", "choice", "fired_rear", options=("fired_rear", "fired_by_hand")),
        *PERFORMING_INPUTS,
        *light_inputs("natural"),
        InputSpec("rest_placement_stops", "number", REST_STOPS, "stops", -8, 2, 1 / 3),
    ),
    plan=plan,
    program=_program,
    sun_altitude_deg=(-90, -4),
    lead_answers_to=DRAWN,
    tells=frozenset({"flash"}),
    brings=(
        Brought(
            "flash_1",
            Flash(40.0),
            distance_m=3.0,
            placement_stops=USUAL_STOPS["flash"],
            who="photographer",
        ),
    ),
    packs=("gels",),
    suffers=("pose", "moved", "ghost"),
)
