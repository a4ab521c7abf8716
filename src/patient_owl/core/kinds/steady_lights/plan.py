"""Low steady lights: panels at a few per cent that burn through the whole exposure.

The picture is exposed for what is there, about a stop under; each panel is dimmed to land where it
is wanted. Where its lowest step is still too bright, distance, a wall or a gel does it.
"""

from collections.abc import Sequence

from patient_owl.core.exposure.settings import ev100_from_luminance
from patient_owl.core.judge.choose import Solution
from patient_owl.core.judge.liked import Liked
from patient_owl.core.kit import Kit
from patient_owl.core.light.beam import scattered_luminance_cd_m2
from patient_owl.core.light.brought import USUAL_STOPS, Brought
from patient_owl.core.light.colour import (
    NEIGHBOURS_DEG,
    OPPOSITE_OFF_DEG,
    OWN_WHITE,
    SEEN_MIRED,
    apart_deg,
    looks_darker_stops,
    mired,
    neighbours_of,
    opposite_of,
)
from patient_owl.core.light.lamp import Panel, illuminance_lux
from patient_owl.core.limits.aperture import depth_needs, diffraction
from patient_owl.core.limits.limit import Limit
from patient_owl.core.plan.common import (
    kit_marks,
    lands,
    light_inputs,
    light_reasons,
    lit_part,
    releasing,
    setting_for,
    setting_up,
    time_bracket,
    time_reasons,
)
from patient_owl.core.plan.moving import MOVING_INPUTS, moving_limits
from patient_owl.core.plan.performing import (
    REST_SHOWS_STOPS,
    first_of,
    part_of,
    rest_lands,
    staying,
)
from patient_owl.core.plan.report import Blurs
from patient_owl.core.plan.sketch import Line, Ring, Sketch
from patient_owl.core.plan.types import InputSpec, Intent, Plan, Recipe, Scene, school_input
from patient_owl.core.reason import Reason
from patient_owl.core.tables.air import VISIBILITY_M

REST_STOPS = -1.0  # about a stop under leaves the panels room; common practice
LONGEST_S = 240.0  # that anybody waits a frame while lights are being set; common practice
HAZE_STOPS = 1.0  # haze and smoke give that much back: start lower; common practice
FAVOURITE_S, FAVOURITE_F_NUMBER = 30.0, 5.6  # common practice
ROOM_STOPS = (
    1.0  # a panel that is brighter than wished has no room beside what is there; common practice
)


def plan(scene: Scene, kit: Kit, intent: Intent) -> Plan:
    limits = (
        staying(LONGEST_S),
        diffraction(kit),
        *_depth_limits(kit, intent),
        *moving_limits(kit, intent),
        *kit_marks(scene, kit),
    )
    solution = _setting(scene, kit, intent, limits)
    is_rest_lead = not solution.landings[0].part.is_brought
    focus_m, near_m = intent.maybe("focus_m"), intent.maybe("near_m")
    return Plan(
        solution=solution,
        program=RECIPE.program(scene, kit, intent, solution.positions),
        lead=lands(solution) if is_rest_lead else _panel_leads(solution),
        reasons=(
            *(() if is_rest_lead else (rest_lands(solution),)),
            *light_reasons(scene, intent, solution),
            *time_reasons(solution, kit),
        ),
        limits=limits,
        steps=(
            *setting_up(intent, kit),
            "focus_near_lock",
            releasing(intent, solution),
            "ambient_test",
            "one_panel_at_a_time",
            "scrape_from_the_side",
            "inspect_highlights",
        ),
        mistakes=("panel_in_view", "lit_flat", "all_panels_at_once"),
        cautions=("cables_and_rain", "hot_lamps", "white_light"),
        facts=_facts(kit, intent, solution),
        bracket=time_bracket(solution, kit, limits),
        blurs=Blurs(focus_m=focus_m if near_m else None, subject_m=near_m or float("inf")),
        sketch=_sketch(),
    )


def _setting(scene: Scene, kit: Kit, intent: Intent, limits: Sequence[Limit]) -> Solution:
    """For what is there anyway; where that leaves a panel no room, or stays black however long one
    waits, for the first panel, and the rest as it comes."""
    needed = [limit.value for limit in limits if limit.code == "depth_needs"]
    liked = Liked(FAVOURITE_S, max([FAVOURITE_F_NUMBER, *needed]))
    rest = lit_part(scene, intent, "rest_placement_stops", key="rest")
    for_rest = setting_for((rest,), kit, intent, limits, liked)
    of_rest, *of_panels = for_rest.landings
    has_room = all(landing.miss_stops <= ROOM_STOPS for landing in of_panels)
    if has_room and of_rest.landed_stops >= REST_SHOWS_STOPS:
        return for_rest
    lead = part_of(first_of(intent, "panel"), kit, intent)
    return setting_for((lead, rest), kit, intent, limits, liked)


def _panel_leads(solution: Solution) -> Reason:
    """Where it is dark but for the panels, the first of them makes the picture."""
    panel = solution.landings[0]
    quantities = {"share": panel.levers["share"], "stops": panel.landed_stops}
    return Reason("panel_leads", quantities)


def _depth_limits(kit: Kit, intent: Intent) -> tuple[Limit, ...]:
    focus_m, near_m = intent.maybe("focus_m"), intent.maybe("near_m")
    return () if focus_m is None or near_m is None else (depth_needs(kit, focus_m, near_m),)


def _facts(kit: Kit, intent: Intent, solution: Solution) -> tuple[Reason, ...]:
    """How the panels stand to each other, and what haze does."""
    reasons = list(_air(kit, intent, solution))
    panels = [light for light in intent.brought if light.kind == "panel"]
    if len(panels) > 1:
        stops = panels[0].placement_stops - panels[1].placement_stops
        reasons.append(Reason("panel_ratio", {"stops": abs(stops), "gain": 2 ** abs(stops)}))
        reasons += _colours(panels, intent.word("colour_school"))
    return tuple(reasons)


def _colours(panels: Sequence[Brought], school: str) -> list[Reason]:
    """How the colours of the first two stand to each other, and how dark each looks."""
    coloured = list(dict.fromkeys(panel.hue for panel in panels if panel.hue != OWN_WHITE))
    dims = [Reason("hue_looks_dark", {"hue": h, "stops": looks_darker_stops(h)}) for h in coloured]
    if not coloured:
        return [Reason(school), *_whites(panels)]
    first = coloured[0]
    beside, besides = neighbours_of(first)
    hues = {"hue": first, "opposite": opposite_of(first), "beside": beside, "besides": besides}
    if len(coloured) == 1:
        return [Reason(f"hue_{school}", hues), *dims]
    second = coloured[1]
    off_deg = apart_deg(first, second)
    pair = {"hue": first, "other": second}
    if off_deg <= NEIGHBOURS_DEG:
        return [Reason("hues_neighbouring", pair), *dims]
    if 180 - off_deg <= OPPOSITE_OFF_DEG:
        return [Reason("hues_opposite", pair), *dims]
    return [Reason("hues_between", pair), Reason(f"hue_{school}", hues), *dims]


def _whites(panels: Sequence[Brought]) -> list[Reason]:
    """How much warmer one white stands against another, where that shows."""
    kelvin = [p.lamp.colour_temperature_k for p in panels[:2] if isinstance(p.lamp, Panel)]
    off_mired = mired(kelvin[1]) - mired(kelvin[0])
    if abs(off_mired) < SEEN_MIRED:
        return []
    code = "white_warmer" if off_mired > 0 else "white_cooler"
    whites = {"white_k": kelvin[1], "other_k": kelvin[0], "apart_mired": abs(off_mired)}
    return [Reason(code, whites, "wyszecki1982")]


def _air(kit: Kit, intent: Intent, solution: Solution) -> tuple[Reason, ...]:
    """How bright the air before the first panel itself is, half way to what it lights and seen from
    the side: a flood lights about as much of it across as it is away."""
    panel = first_of(intent, "panel")
    assert isinstance(panel.lamp, Panel)  # by its kind
    share = part_of(panel, kit, intent).levers_for(solution.settings)["share"]
    half_m = panel.distance_m / 2
    lux = share * illuminance_lux(panel.lamp.lux_at_1m, half_m)
    visibility_m = VISIBILITY_M[intent.word("haze")]
    luminance = scattered_luminance_cd_m2(lux, half_m, visibility_m)
    shows = float(ev100_from_luminance(luminance)) - solution.settings.ev100
    if shows < REST_SHOWS_STOPS:
        return ()
    return (Reason("haze_shows", {"air_stops": shows, "stops": HAZE_STOPS}, "derived_beam"),)


def _sketch() -> Sketch:
    """From above: panels beside and behind, the camera below."""
    return Sketch(
        1.5,
        (
            Line(((0.42, 0.42), (0.58, 0.42)), "subject", "subject"),
            Line(((0.5, 0.92), (0.5, 0.42)), "guide"),
            Ring(0.5, 0.92, 0.03, "mark", "camera"),
            Line(((0.82, 0.3), (0.58, 0.42)), "light"),
            Ring(0.82, 0.3, 0.03, "light", "lamp"),
            Line(((0.2, 0.22), (0.42, 0.42)), "light"),
            Ring(0.2, 0.22, 0.03, "light"),
        ),
    )


RECIPE = Recipe(
    key="steady_lights",
    order=86,
    inputs=(
        InputSpec("haze", "choice", "clear_air", options=tuple(VISIBILITY_M)),
        school_input("colour_school"),
        InputSpec("focus_m", "number", None, "m", 0.1, 1000, 0.1),
        InputSpec("near_m", "number", None, "m", 0.05, 1000, 0.1),
        *light_inputs("natural"),
        InputSpec("rest_placement_stops", "number", REST_STOPS, "stops", -6, 2, 1 / 3),
        *MOVING_INPUTS,
    ),
    plan=plan,
    sun_altitude_deg=(-90, -2),
    follow="exposure_s",
    brings=(
        Brought(
            "panel_1",
            Panel(1000.0),
            distance_m=4.0,
            angle_deg=45.0,
            placement_stops=USUAL_STOPS["panel"],
        ),
    ),
    packs=("gels", "tape"),
    suffers=("moved",),
)
