"""Light writing and drawing: a tool that points at the lens and leaves its line.

The line's brightness hangs on the tool, its width and pace, and on aperture and ISO; not on time,
and not on distance while the tool is larger than a pixel. Time is what the words need, and brings
up the rest.
"""

from dataclasses import replace
from typing import NamedTuple

from patient_owl.core.exposure.settings import Positions
from patient_owl.core.kinds._drawn import DRAWN_INPUTS, DrawnFigure, drawn_plan, line_facts, tool_of
from patient_owl.core.kit import Kit
from patient_owl.core.light.brought import USUAL_STOPS, Brought
from patient_owl.core.light.lamp import Tool
from patient_owl.core.light.part import DRAWN
from patient_owl.core.optics.camera import frame_size_mm
from patient_owl.core.plan.performing import opened, performed
from patient_owl.core.plan.sketch import Line, Sketch
from patient_owl.core.plan.types import InputSpec, Intent, Plan, Recipe, Scene
from patient_owl.core.program.program import Cue, Program
from patient_owl.core.reason import Reason
from patient_owl.core.strokes.sheet import LEAST_HEIGHT_M, Sheet, pace_for, sheet_of

UNSAID_S = 20.0  # of a word, until somebody says which; common practice
PACES_M_S = (0.3, 2.0)  # a hand that draws cleanly; common practice
LONGEST_S = 240.0  # beside lit quays; common practice


class Performance(NamedTuple):
    """How long it takes, at what pace, by what sheet."""

    lasts_s: float
    pace_m_s: float
    sheet: Sheet | None


def performance_of(intent: Intent) -> Performance:
    """Where seconds were said the pace follows, else the seconds follow from the pace."""
    said_s, pace_m_s = intent.maybe("performance_s"), tool_of(intent).pace_m_s
    if intent.strokes is None:
        return Performance(said_s or UNSAID_S, pace_m_s, None)
    if said_s is not None:
        pace_m_s = pace_for(intent.strokes, said_s)
    sheet = sheet_of(replace(intent.strokes, pace_m_s=pace_m_s))
    return Performance(sheet.total_s, pace_m_s, sheet)


def plan(scene: Scene, kit: Kit, intent: Intent) -> Plan:
    performance = performance_of(intent)
    performance_s, sheet = performance.lasts_s, performance.sheet
    plan = drawn_plan(
        RECIPE,
        scene,
        kit,
        intent,
        DrawnFigure(
            lasts_s=performance_s,
            longest_s=LONGEST_S,
            lead=Reason("line_written", {"performance_s": performance_s}),
            steps=("mark_the_line", "rehearse_to_beat", "cover_between_strokes", "inspect_line"),
            mistakes=(
                "line_thick_and_white",
                "wrote_for_oneself",
                "left_the_plane",
                "clutter_competes",
            ),
            cautions=("eyes_and_drivers", "white_light"),
            facts=(*_sheet_facts(kit, intent, sheet), *line_facts(kit, intent)),
            sketch=None if sheet else _sketch(),
            pace_m_s=performance.pace_m_s,
        ),
    )
    return replace(plan, sheet=sheet)


def _sheet_facts(kit: Kit, intent: Intent, sheet: Sheet | None) -> tuple[Reason, ...]:
    """How large the words stand in the frame, how fast the hand goes, how often it steps on."""
    if sheet is None:
        return ()
    distance_m = tool_of(intent).distance_m
    across_mm, _ = frame_size_mm(kit.body.sensor, intent.framing.orientation)
    frame_m = across_mm * distance_m / kit.lens.focal_length_mm
    share = sheet.width_m / frame_m
    size = {"width_m": sheet.width_m, "share": share, "distance_m": distance_m}
    reasons = [
        Reason("words_fit" if share <= 1 else "words_too_wide", size),
        Reason("words_drawn", {"needed": len(sheet.strokes), "pace_m_s": sheet.pace_m_s}),
    ]
    if sheet.steps_aside:
        reasons.append(Reason("step_aside", {"needed": sheet.steps_aside}))
    if intent.strokes and intent.strokes.text and intent.strokes.height_m < LEAST_HEIGHT_M:
        reasons.append(Reason("letters_small", {"least_m": LEAST_HEIGHT_M}))
    if not PACES_M_S[0] <= sheet.pace_m_s <= PACES_M_S[1]:
        code = "pace_hurried" if sheet.pace_m_s > PACES_M_S[1] else "pace_slow"
        reasons.append(Reason(code, {"pace_m_s": sheet.pace_m_s}))
    return tuple(reasons)


def _program(scene: Scene, kit: Kit, intent: Intent, positions: Positions) -> Program:  # noqa: ARG001
    """One frame, with the beginning, the half and the end of the words called out, and every
    letter as it begins."""
    tool, performance = tool_of(intent), performance_of(intent)
    begins_s = tool.begins_s
    course = performed(opened(intent, positions), begins_s, performance.lasts_s, tool.key)
    if performance.sheet is None:
        return course
    cues, before = [cue for cue in course.cues if cue.code != "begin"], ""
    for number, stroke in enumerate(performance.sheet.strokes, 1):
        name = stroke.letter or f"{number}"
        code = "stroke_on" if name == before else "stroke_of"
        at_s = begins_s + stroke.starts_s
        cues.append(Cue(at_s, code, "performer", stroke.lasts_s, (("name", name),), tool.key))
        before = name
    return replace(course, cues=tuple(sorted(cues, key=lambda cue: cue.at_s)))


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
        InputSpec("performance_s", "number", None, "s", 1, 3600, 1),
        *DRAWN_INPUTS,
    ),
    plan=plan,
    program=_program,
    sun_altitude_deg=(-90, -4),
    lead_answers_to=DRAWN,
    tells=frozenset({"tool", "bar"}),
    draws_strokes=True,
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
    packs=("dark_clothes", "white_tape"),
    suffers=("beside", "uneven", "cut_short", "ghost"),
)
