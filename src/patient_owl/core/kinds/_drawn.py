"""What writing, orbs and blades have in common: a tool that draws, and the scene beside it."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from patient_owl.core.judge.liked import Liked
from patient_owl.core.kit import Kit
from patient_owl.core.light.brought import Brought
from patient_owl.core.light.lamp import Tool
from patient_owl.core.light.line import LINE_WHITE_STOPS, pixel_at_m
from patient_owl.core.limits.aperture import diffraction
from patient_owl.core.limits.limit import Limit
from patient_owl.core.limits.motion import performer
from patient_owl.core.plan.bringing import pixel_rad
from patient_owl.core.plan.common import (
    bracket_of,
    light_inputs,
    releasing,
    setting_up,
)
from patient_owl.core.plan.performing import (
    PERFORMING_INPUTS,
    first_of,
    ghost,
    rest_input,
    serve,
    served_reasons,
    staying,
)
from patient_owl.core.plan.sketch import Sketch
from patient_owl.core.plan.types import Intent, Plan, Recipe, Scene
from patient_owl.core.reason import Reason

FAVOURITE_F_NUMBER = 8.0  # common practice
WIDEST_F_NUMBER, NARROWEST_F_NUMBER = 2**2.5, 2**4.0  # f/5.6 and f/16; common practice
DRAWN_INPUTS = (*PERFORMING_INPUTS, *light_inputs("natural"), rest_input())


def tool_of(intent: Intent) -> Brought:
    """The tool that draws."""
    return first_of(intent, "tool", "bar")


@dataclass(frozen=True)
class DrawnFigure:
    """What is drawn, and what is said of it. pace_m_s: as it follows from the figure. is_upright:
    carried along as a blade is."""

    lasts_s: float
    longest_s: float
    pace_m_s: float
    lead: Reason
    steps: Sequence[str]
    mistakes: tuple[str, ...]
    cautions: tuple[str, ...]
    facts: tuple[Reason, ...]
    sketch: Sketch | None = None
    is_upright: bool = False


def drawn_plan(recipe: Recipe, scene: Scene, kit: Kit, intent: Intent, figure: DrawnFigure) -> Plan:
    """Aperture and ISO for the tool, time for the performance and the rest."""
    tool = replace(tool_of(intent), pace_m_s=figure.pace_m_s)
    if figure.is_upright and isinstance(tool.lamp, Tool):
        tool = replace(tool, lamp=tool.lamp.upright)
    line = tool.part(pixel_rad(kit))
    # a pace that was rehearsed stays
    paced = (replace(lever, least=lever.value, most=lever.value) for lever in line.levers)
    line = replace(line, levers=tuple(paced))
    ends_s = tool.begins_s + figure.lasts_s
    liked = Liked(ends_s, FAVOURITE_F_NUMBER)
    bounds = (
        performer(figure.lasts_s, tool.begins_s),
        staying(figure.longest_s),
        diffraction(kit),
        *_apertures(kit),
    )
    solution, limits = serve(scene, kit, intent, line, liked, bounds)
    white = solution.landings[0].landed_stops > LINE_WHITE_STOPS
    return Plan(
        solution=solution,
        program=recipe.program(scene, kit, intent, solution.positions),
        lead=figure.lead,
        reasons=(
            _line_lands(solution.landings[0].landed_stops),
            *((Reason("line_white", {"stops": LINE_WHITE_STOPS}),) if white else ()),
            *served_reasons(scene, kit, intent, solution),
        ),
        limits=limits,
        steps=(
            *setting_up(intent, kit),
            "focus_on_the_mark",
            releasing(intent, solution),
            "ambient_test",
            *figure.steps,
        ),
        mistakes=figure.mistakes,
        cautions=figure.cautions,
        facts=(*figure.facts, ghost(intent, solution.settings.exposure_s)),
        bracket=bracket_of("f_number", solution, kit, limits),
        bracket_control="f_number",  # time does not change a line
        sketch=figure.sketch,
    )


def _apertures(kit: Kit) -> tuple[Limit, ...]:
    """Depth for a hand that leaves the plane, and no narrower than a line stays crisp."""
    narrowest = kit.dials["f_number"].values[-1].value
    return (
        Limit(
            "drawn_depth",
            "f_number",
            "at_least",
            WIDEST_F_NUMBER,
            {},
            drives=narrowest >= WIDEST_F_NUMBER,
        ),
        Limit("drawn_crisp", "f_number", "at_most", NARROWEST_F_NUMBER, {}),
    )


def _line_lands(stops: float) -> Reason:
    return Reason("line_lands", {"stops": stops}, "derived_line")


def line_facts(kit: Kit, intent: Intent) -> tuple[Reason, ...]:
    """Whether the lens resolves the tool."""
    tool = tool_of(intent)
    assert isinstance(tool.lamp, Tool)  # by its kind
    pixel_m = pixel_at_m(kit.body.sensor.pixel_pitch_um, kit.lens.focal_length_mm, tool.distance_m)
    across_px = tool.lamp.width_m / pixel_m
    code = "line_resolved" if across_px >= 1 else "line_unresolved"
    seen = {"across_px": across_px, "width_m": tool.lamp.width_m}
    return (Reason(code, seen, "derived_line"),)
