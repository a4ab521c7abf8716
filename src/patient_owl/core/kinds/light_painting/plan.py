"""Light painting: a lamp carried over the subject, so many seconds on each spot.

Aperture and ISO are set so that the dose can be paced by hand; the time follows from the painting,
and brings up what the night itself lights.
"""

import math

from patient_owl.core.exposure.settings import Positions
from patient_owl.core.judge.liked import Liked
from patient_owl.core.kit import Kit
from patient_owl.core.light.brought import USUAL_STOPS, Brought
from patient_owl.core.light.dose import (
    lit_radius_m,
    shadow_edge_m,
    source_size_deg,
)
from patient_owl.core.light.lamp import Torch, intensity_from_lumens, spot_area_m2
from patient_owl.core.light.part import DRAWN
from patient_owl.core.limits.aperture import diffraction
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
    opened,
    part_of,
    rest_input,
    serve,
    served_reasons,
    staying,
)
from patient_owl.core.plan.sketch import Line, Ring, Sketch
from patient_owl.core.plan.types import InputSpec, Intent, Plan, Recipe, Scene
from patient_owl.core.program.program import Program
from patient_owl.core.reason import Reason

# Depth for the subject, and a dose that can be paced. Common practice.
FAVOURITE_S, FAVOURITE_F_NUMBER = 30.0, 8.0
LONGEST_S = 480.0  # that anybody waits for the sky behind a painted thing; common practice
BEST_SIDE_DEG = (30.0, 60.0)  # off the lens's axis: nearer it is flat; common practice


def plan(scene: Scene, kit: Kit, intent: Intent) -> Plan:
    torch = first_of(intent, "torch")
    lead = part_of(torch, kit, intent)
    liked = Liked(FAVOURITE_S, FAVOURITE_F_NUMBER)
    bounds = (staying(LONGEST_S), diffraction(kit))
    solution, limits = serve(scene, kit, intent, lead, liked, bounds)
    dose_s = solution.landings[0].levers["dose_s"]
    from_above = intent.word("painted_from") == "from_above"
    return Plan(
        solution=solution,
        program=RECIPE.program(scene, kit, intent, solution.positions),
        lead=_dose(torch, dose_s),
        reasons=served_reasons(scene, kit, intent, solution),
        limits=limits,
        steps=(
            *setting_up(intent, kit),
            "focus_near_lock",
            releasing(intent, solution),
            "ambient_test",
            "paint_from_above" if from_above else "paint_from_side",
            "inspect_painted",
        ),
        mistakes=("painted_flat", "torch_into_lens", "painter_stood_still", "clutter_competes"),
        cautions=("drones", "white_light") if from_above else ("eyes_and_drivers", "white_light"),
        facts=(*_facts(intent, torch), ghost(intent, solution.settings.exposure_s)),
        bracket=bracket_of("f_number", solution, kit, limits),
        bracket_control="f_number",  # time does not change a painted spot
        sketch=_sketch(intent),
    )


def _program(scene: Scene, kit: Kit, intent: Intent, positions: Positions) -> Program:  # noqa: ARG001
    return opened(intent, positions)


def _dose(torch: Brought, dose_s: float) -> Reason:
    given = torch.painting(dose_s)
    spots = given.spots if given else 1
    total_s = given.total_s if given else dose_s
    return Reason("paint_dose", {"dose_s": dose_s, "needed": spots, "total_s": total_s})


def _facts(intent: Intent, torch: Brought) -> tuple[Reason, ...]:
    distance_m, side_deg = torch.distance_m, intent.number("side_deg")
    reasons = []
    if isinstance(torch.lamp, Torch):
        area_m2 = spot_area_m2(torch.lamp.beam_deg, distance_m)
        if math.isfinite(area_m2):
            across_m = 2 * math.sqrt(area_m2 / math.pi)
            reasons.append(Reason("spot_covers", {"across_m": across_m, "distance_m": distance_m}))
    if intent.word("painted_from") == "from_above":
        radius_m = lit_radius_m(distance_m, 1.0)
        return (*reasons, Reason("pool_from_above", {"radius_m": radius_m, "height_m": distance_m}))
    sweep_m, behind_m = intent.number("sweep_m"), intent.number("edge_behind_m")
    if sweep_m > 0:
        size_deg = source_size_deg(sweep_m, distance_m)
        edge_m = shadow_edge_m(sweep_m, distance_m, behind_m)
        sizes = {"size_deg": size_deg, "edge_m": edge_m, "sweep_m": sweep_m}
        reasons.append(Reason("sweep_softens", sizes, "derived_sweep"))
    least_deg, most_deg = BEST_SIDE_DEG
    if not least_deg <= side_deg <= most_deg:
        code = "side_flat" if side_deg < least_deg else "side_steep"
        reasons.append(Reason(code, {"side_deg": side_deg, "least_deg": least_deg}))
    return tuple(reasons)


def _sketch(intent: Intent) -> Sketch:
    """From above: the camera below, the subject, and where the lamp stands."""
    side = math.radians(intent.number("side_deg"))
    subject, camera = (0.5, 0.3), (0.5, 0.92)
    lamp = (subject[0] + 0.42 * math.sin(side) / 1.5, subject[1] + 0.42 * math.cos(side))
    return Sketch(
        1.5,
        (
            Line(((0.36, 0.3), (0.64, 0.3)), "subject", "subject"),
            Line((camera, subject), "guide"),
            Ring(*camera, 0.03, "mark", "camera"),
            Line((lamp, subject), "light"),
            Ring(*lamp, 0.03, "light", "lamp"),
        ),
    )


RECIPE = Recipe(
    key="light_painting",
    order=80,
    inputs=(
        InputSpec("painted_from", "choice", "by_hand", options=("by_hand", "from_above")),
        InputSpec(
            "side_deg", "number", 45.0, "°", 0, 180, 5, only_if=("painted_from", ("by_hand",))
        ),
        InputSpec(
            "sweep_m", "number", 0.5, "m", 0, 10, 0.1, only_if=("painted_from", ("by_hand",))
        ),
        InputSpec(
            "edge_behind_m", "number", 0.3, "m", 0, 50, 0.1, only_if=("painted_from", ("by_hand",))
        ),
        *PERFORMING_INPUTS,
        *light_inputs("natural"),
        rest_input(),
    ),
    plan=plan,
    program=_program,
    sun_altitude_deg=(-90, -4),
    lead_answers_to=DRAWN,
    brings=(
        Brought(
            "torch_1",
            Torch(intensity_from_lumens(100, 20), 20),
            distance_m=4.0,
            angle_deg=30.0,
            placement_stops=USUAL_STOPS["torch"],
            at_s=5.0,
            area_m2=6.0,
        ),
    ),
    packs=("dark_clothes", "black_card"),
    suffers=("uneven", "ghost"),
)
