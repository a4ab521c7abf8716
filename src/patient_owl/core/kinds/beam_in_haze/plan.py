"""A beam held up into the air: a torch as a figure, shown by what the air throws to the side.

The bright end of the torch and a short time: aperture and ISO are for the beam, time is for holding
it and for what is there besides.
"""

import math

from patient_owl.core.exposure.settings import Positions
from patient_owl.core.judge.liked import Liked
from patient_owl.core.kit import Kit
from patient_owl.core.light.beam import WIDEST_BEAM_DEG
from patient_owl.core.light.brought import USUAL_STOPS, Brought
from patient_owl.core.light.lamp import Beam, Torch, intensity_from_lumens
from patient_owl.core.light.part import DRAWN
from patient_owl.core.limits.aperture import diffraction
from patient_owl.core.plan.common import bracket_of, light_inputs, releasing, setting_up
from patient_owl.core.plan.performing import (
    PERFORMING_INPUTS,
    first_of,
    ghost,
    opened,
    part_of,
    rest_input,
    serve,
    served_reasons,
    staying,
)
from patient_owl.core.plan.sketch import Line, Ring, Sketch
from patient_owl.core.plan.types import Intent, Plan, Recipe, Scene
from patient_owl.core.program.program import Program
from patient_owl.core.reason import Reason
from patient_owl.core.tables.air import VISIBILITY_M

FAVOURITE_S, FAVOURITE_F_NUMBER = 15.0, 2.8  # haze gives little back; common practice
LONGEST_S = 240.0  # that anybody waits for the sky behind a beam; common practice
FAR_TIMES = 4.0  # how far out a beam is still looked at, against where it is judged; ours


def plan(scene: Scene, kit: Kit, intent: Intent) -> Plan:
    beam = first_of(intent, "beam")
    lead = part_of(beam, kit, intent)
    liked = Liked(FAVOURITE_S, FAVOURITE_F_NUMBER)
    bounds = (staying(LONGEST_S), diffraction(kit))
    solution, limits = serve(scene, kit, intent, lead, liked, bounds)
    hold_s = solution.landings[0].levers["hold_s"]
    return Plan(
        solution=solution,
        program=RECIPE.program(scene, kit, intent, solution.positions),
        lead=Reason("beam_holds", {"total_s": hold_s, "along_m": beam.distance_m}, "derived_beam"),
        reasons=served_reasons(scene, kit, intent, solution),
        limits=limits,
        steps=(
            *setting_up(intent, kit),
            "focus_on_the_mark",
            releasing(intent, solution),
            "ambient_test",
            "haze_behind",
            "hold_the_beam",
            "inspect_beam",
        ),
        mistakes=("air_too_clear", "beam_wavered", "performer_seen"),
        cautions=("beam_upward", "eyes_and_drivers", "white_light"),
        facts=(*_facts(beam), ghost(intent, solution.settings.exposure_s)),
        bracket=bracket_of("f_number", solution, kit, limits),
        bracket_control="f_number",  # the shutter's time does not change what is held shorter
        sketch=_sketch(),
    )


def _facts(beam: Brought) -> tuple[Reason, ...]:
    """How it fades along its way, what the air was taken for, and whether it is a beam at all."""
    assert isinstance(beam.lamp, Beam)  # by its kind
    visibility_m, beam_deg = VISIBILITY_M[beam.lamp.air], beam.lamp.torch.beam_deg
    fading = {"along_m": FAR_TIMES * beam.distance_m, "stops": math.log2(FAR_TIMES)}
    reasons = [
        Reason("beam_fades", fading, "derived_beam"),
        Reason("air_taken_for", {"visibility_m": visibility_m}, "koschmieder1924"),
    ]
    if beam_deg > WIDEST_BEAM_DEG:
        reasons.append(Reason("beam_too_wide", {"beam_deg": beam_deg}))
    return tuple(reasons)


def _program(scene: Scene, kit: Kit, intent: Intent, positions: Positions) -> Program:  # noqa: ARG001
    return opened(intent, positions)


def _sketch() -> Sketch:
    """Somebody on a mark, the beam up and away from the lens."""
    return Sketch(
        1.5,
        (
            Line(((0.4, 0.78), (0.4, 0.6)), "subject", "stand_here"),
            Ring(0.4, 0.56, 0.03, "subject"),
            Line(((0.41, 0.58), (0.66, 0.12)), "light"),
            Line(((0.41, 0.58), (0.74, 0.16)), "light"),
            Line(((0.1, 0.8), (0.9, 0.8)), "guide"),
        ),
    )


RECIPE = Recipe(
    key="beam_in_haze",
    order=85,
    inputs=(*PERFORMING_INPUTS, *light_inputs("natural"), rest_input()),
    plan=plan,
    program=_program,
    sun_altitude_deg=(-90, -4),
    lead_answers_to=DRAWN,
    brings=(
        Brought(
            "beam_1",
            Beam(Torch(intensity_from_lumens(100, 20), 20), "hazy"),
            distance_m=3.0,
            placement_stops=USUAL_STOPS["beam"],
            at_s=2.0,
            who="performer",
        ),
    ),
    packs=("haze_spray",),
    suffers=("moved", "pose"),
)
