"""Orbs, blades, tubes and bars: a tool that is spun or carried through the frame.

A ball is drawn by spins while somebody turns on the spot; a blade by a walk; a bar of pixels by a
walk that fits its columns. Pace follows from the figure, and so do aperture and ISO; time is the
performance.
"""

import math
from typing import NamedTuple

from patient_owl.core.exposure.settings import Positions
from patient_owl.core.kinds._drawn import DRAWN_INPUTS, DrawnFigure, drawn_plan, line_facts, tool_of
from patient_owl.core.kit import Kit
from patient_owl.core.light.brought import USUAL_STOPS, Brought
from patient_owl.core.light.lamp import Tool, intensity_from_lumens
from patient_owl.core.light.part import DRAWN
from patient_owl.core.optics.fresnel import water_reflectance
from patient_owl.core.plan.performing import opened, performed
from patient_owl.core.plan.sketch import Line, Ring, Sketch
from patient_owl.core.plan.types import InputSpec, Intent, Plan, Recipe, Scene
from patient_owl.core.program.program import Cue, Program
from patient_owl.core.reason import Reason

LONGEST_S = 240.0  # beside lit quays; common practice

_ORB, _WALK, _BAR = "orb", "blade_walk", "bar_walk"
_WALKS = (_WALK, _BAR)


class Figure(NamedTuple):
    """What is drawn: how fast the tool goes, and how long it takes. [m/s, s]"""

    pace_m_s: float
    lasts_s: float


def figure_of(intent: Intent) -> Figure:
    """v = 2πr/P for an orb, its seconds n·P; a walk's seconds are its width over the pace."""
    match intent.word("figure"):
        case "orb":
            period_s, spins = intent.number("spin_s"), intent.number("spins")
            return Figure(2 * math.pi * intent.number("radius_m") / period_s, spins * period_s)
        case "bar_walk":
            lasts_s = intent.number("columns") * intent.number("column_ms") / 1000
            return Figure(intent.number("walk_m") / lasts_s, lasts_s)
        case _:
            pace_m_s = intent.number("walk_m_s")
            return Figure(pace_m_s, intent.number("walk_m") / pace_m_s)


def plan(scene: Scene, kit: Kit, intent: Intent) -> Plan:
    figure, kind = figure_of(intent), intent.word("figure")
    return drawn_plan(
        RECIPE,
        scene,
        kit,
        intent,
        DrawnFigure(
            lasts_s=figure.lasts_s,
            longest_s=LONGEST_S,
            lead=_lead(intent, figure),
            steps=_STEPS[kind],
            mistakes=("orb_wandered", "line_thick_and_white", "performer_seen", "clutter_competes"),
            cautions=("sparks", "swinging", "white_light"),
            facts=(*_figure_facts(intent, figure), *line_facts(kit, intent), *_water(intent)),
            sketch=_sketch(kind),
            pace_m_s=figure.pace_m_s,
            is_upright=kind in _WALKS,
        ),
    )


_STEPS = {
    _ORB: ("mark_the_pivot", "spin_and_turn", "inspect_orb"),
    _WALK: ("mark_the_line", "rehearse_to_beat", "inspect_line"),
    _BAR: ("mark_the_line", "walk_the_columns", "inspect_line"),
}


def _lead(intent: Intent, figure: Figure) -> Reason:
    kind = intent.word("figure")
    if kind == _ORB:
        spins = intent.number("spins")
        return Reason(
            "orb_spins",
            {"needed": spins, "period_s": intent.number("spin_s"), "total_s": figure.lasts_s},
        )
    return Reason(
        "walk_takes",
        {
            "walk_m": intent.number("walk_m"),
            "pace_m_s": figure.pace_m_s,
            "total_s": figure.lasts_s,
        },
    )


def _figure_facts(intent: Intent, figure: Figure) -> tuple[Reason, ...]:
    kind = intent.word("figure")
    if kind == _ORB:
        spins, radius_m = intent.number("spins"), intent.number("radius_m")
        gap_m = math.pi * radius_m / spins
        return (
            Reason("orb_gap", {"gap_m": gap_m, "needed": spins, "radius_m": radius_m}),
            Reason("orb_poles", {"stops": math.log2(spins)}),
            Reason("orb_pace", {"pace_m_s": figure.pace_m_s}),
        )
    if kind == _BAR:
        return _bar_facts(intent, figure)
    return ()


def _bar_facts(intent: Intent, figure: Figure) -> tuple[Reason, ...]:
    """How long its picture takes, and over what walk it keeps its proportions."""
    columns = intent.number("columns")
    shown = Reason("bar_columns", {"columns": columns, "total_s": figure.lasts_s})
    bar = tool_of(intent).lamp
    if not isinstance(bar, Tool) or not bar.pixels:
        return (shown,)
    true_m = columns * bar.width_m / bar.pixels
    walked = {"walk_m": true_m, "share": intent.number("walk_m") / true_m}
    return shown, Reason("bar_proportions", walked)


def _water(intent: Intent) -> tuple[Reason, ...]:
    """How bright the line's image in still water is, by how flat the lens looks onto it."""
    if intent.word("water_before") == "no_water":
        return ()
    tool = tool_of(intent)
    height_m = intent.number("lens_over_water_m") + intent.number("tool_over_water_m")
    from_upright = math.degrees(math.atan2(tool.distance_m, height_m))
    share = water_reflectance(from_upright)
    quantities = {"share": share, "stops": -math.log2(share), "flat_deg": 90 - from_upright}
    return (Reason("water_mirrors", quantities, "hecht2016-fresnel"),)


def _program(scene: Scene, kit: Kit, intent: Intent, positions: Positions) -> Program:  # noqa: ARG001
    """One frame; whoever spins is told each turn, so that nobody counts."""
    frame = opened(intent, positions)
    figure, tool = figure_of(intent), tool_of(intent)
    if intent.word("figure") != _ORB:
        return performed(frame, tool.begins_s, figure.lasts_s, tool.key)
    begins_s, period_s = tool.begins_s, intent.number("spin_s")
    spins = int(intent.number("spins"))
    cues = [
        Cue(begins_s + k * period_s, "spin", "performer", period_s, (("number", k + 1),), tool.key)
        for k in range(spins)
    ]
    cues.append(Cue(begins_s + spins * period_s, "spun", "performer", part=tool.key))
    return Program(frame.phases, tuple(cues))


def _sketch(kind: str) -> Sketch:
    if kind == _ORB:
        rings = tuple(
            Line(
                tuple(
                    (
                        0.5 + 0.2 * math.sin(a) * math.cos(turn),
                        0.45 - 0.3 * math.cos(a),
                    )
                    for a in (2 * math.pi * k / 24 for k in range(25))
                ),
                "light",
            )
            for turn in (0.0, 0.7, 1.1, 1.4)
        )
        return Sketch(1.5, (*rings, Ring(0.5, 0.8, 0.02, "mark", "stand_here")))
    bars = tuple(
        Line(((x, 0.25), (x + 0.02, 0.72)), "light") for x in (0.25, 0.35, 0.45, 0.55, 0.65)
    )
    return Sketch(1.5, (*bars, Line(((0.15, 0.8), (0.85, 0.8)), "mark", "tape")))


RECIPE = Recipe(
    key="spun_light",
    order=84,
    inputs=(
        InputSpec("figure", "choice", _ORB, options=(_ORB, _WALK, _BAR)),
        InputSpec("spins", "number", 30.0, "", 1, 400, 1, only_if=("figure", (_ORB,))),
        InputSpec("spin_s", "number", 1.2, "s", 0.3, 10, 0.1, only_if=("figure", (_ORB,))),
        InputSpec("radius_m", "number", 0.6, "m", 0.05, 5, 0.05, only_if=("figure", (_ORB,))),
        InputSpec("walk_m", "number", 3.0, "m", 0.1, 200, 0.1, only_if=("figure", _WALKS)),
        InputSpec("walk_m_s", "number", 0.5, "m/s", 0.05, 5, 0.05, only_if=("figure", (_WALK,))),
        InputSpec("columns", "number", 200.0, "", 2, 20_000, 1, only_if=("figure", (_BAR,))),
        InputSpec("column_ms", "number", 30.0, "ms", 1, 2000, 1, only_if=("figure", (_BAR,))),
        InputSpec("water_before", "choice", "no_water", options=("no_water", "still_water")),
        InputSpec(
            "lens_over_water_m",
            "number",
            1.2,
            "m",
            0.1,
            200,
            0.1,
            only_if=("water_before", ("still_water",)),
        ),
        InputSpec(
            "tool_over_water_m",
            "number",
            1.2,
            "m",
            0.0,
            200,
            0.1,
            only_if=("water_before", ("still_water",)),
        ),
        *DRAWN_INPUTS,
    ),
    plan=plan,
    program=_program,
    sun_altitude_deg=(-90, -4),
    lead_answers_to=DRAWN,
    tells=frozenset({"tool", "bar"}),
    brings=(
        Brought(
            "tool_1",
            Tool(intensity_from_lumens(20, 360) / 2, 0.06),
            distance_m=6.0,
            placement_stops=USUAL_STOPS["tool"],
            at_s=10.0,
            who="performer",
        ),
    ),
    packs=("dark_clothes", "string", "white_tape"),
    suffers=("uneven", "beside", "cut_short", "ghost"),
)
