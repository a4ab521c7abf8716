"""Light writing and drawing: a tool that points at the lens and leaves its line.

The line's brightness hangs on the tool, its width and pace, and on aperture and ISO; not on time,
and not on distance while the tool is larger than a pixel. Time is what the words need, and brings
up the rest.
"""

from patient_owl.core.disciplines._drawn import (
    DRAWN_INPUTS,
    drawn_plan,
    line_facts,
    tool_of,
)
from patient_owl.core.kit import Kit
from patient_owl.core.light.brought import USUAL_STOPS, Brought
from patient_owl.core.light.lamp import Tool
from patient_owl.core.light.part import DRAWN
from patient_owl.core.plan.performing import opened, performed
from patient_owl.core.plan.sketch import Line, Sketch
from patient_owl.core.plan.types import (
    InputSpec,
    Intent,
    Plan,
    Positions,
    Recipe,
    Scene,
)
from patient_owl.core.program.program import Program
from patient_owl.core.reason import Reason

LONGEST_S = 240.0  # beside lit quays; common practice


def plan(scene: Scene, kit: Kit, intent: Intent) -> Plan:
    performance_s = intent.number("performance_s")
    return drawn_plan(
        RECIPE,
        scene,
        kit,
        intent,
        lasts_s=performance_s,
        longest_s=LONGEST_S,
        lead=Reason("line_written", {"performance_s": performance_s}),
        steps=("mark_the_line", "rehearse_to_beat", "cover_between_strokes", "inspect_line"),
        mistakes=("line_thick_and_white", "wrote_for_oneself", "left_the_plane"),
        cautions=("eyes_and_drivers", "white_light"),
        facts=line_facts(kit, intent),
        sketch=_sketch(),
    )


def _program(scene: Scene, kit: Kit, intent: Intent, positions: Positions) -> Program:  # noqa: ARG001
    """One frame, with the beginning, the half and the end of the words called out."""
    return performed(
        opened(intent, positions), tool_of(intent).at_s, intent.number("performance_s")
    )


def _sketch() -> Sketch:
    word = ((0.2, 0.62), (0.27, 0.4), (0.34, 0.62), (0.41, 0.4), (0.48, 0.62))
    loop = ((0.56, 0.5), (0.66, 0.4), (0.72, 0.52), (0.62, 0.62), (0.56, 0.5), (0.8, 0.6))
    return Sketch(
        1.5,
        (
            Line(word, "light"),
            Line(loop, "light"),
            Line(((0.12, 0.72), (0.88, 0.72)), "mark", "tape"),
        ),
    )


RECIPE = Recipe(
    key="light_writing",
    order=82,
    inputs=(
        InputSpec("performance_s", "number", 20.0, "s", 1, 3600, 1),
        *DRAWN_INPUTS,
    ),
    plan=plan,
    program=_program,
    sun_altitude_deg=(-90, -4),
    change_order=("f_number", "iso"),
    change_why="order_drawn",
    lead_answers_to=DRAWN,
    tells=frozenset({"tool", "bar"}),
    brings=(
        Brought(
            "tool_1",
            Tool(1.6, 0.03),
            distance_m=5.0,
            placement_stops=USUAL_STOPS["tool"],
            at_s=5.0,
            who="performer",
        ),
    ),
)
