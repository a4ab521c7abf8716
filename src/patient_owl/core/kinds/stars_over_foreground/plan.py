"""Stars as points over a foreground.

Wide open or one stop down; the longest time at which the worst star of the frame still
prints as a point; ISO to place the sky. The ground gets a second, longer frame at low ISO,
some light of its own, or is left to its outline. Several frames averaged clean the sky.
"""

import math

from patient_owl.core.constants import (
    NAUTICAL_TWILIGHT_SUN_ALTITUDE_DEG,
    SUNRISE_SUN_ALTITUDE_DEG,
)
from patient_owl.core.exposure.ladder import equivalent
from patient_owl.core.exposure.settings import Positions
from patient_owl.core.judge.choose import Solution
from patient_owl.core.judge.liked import Liked
from patient_owl.core.kit import Kit
from patient_owl.core.limits.limit import Limit
from patient_owl.core.limits.output import OUTPUT_WIDTH_PX, output_px
from patient_owl.core.limits.stars import MOST_DRIFT_PX, star_limits, stars_drawn
from patient_owl.core.optics.camera import frame_size_mm
from patient_owl.core.optics.depth_of_field import confusion_um, hyperfocal_m
from patient_owl.core.optics.star_drift import (
    StarDrift,
    limit_by_drift_s,
    longest_trail_px,
    worst_star_drift,
)
from patient_owl.core.plan.common import (
    between_input,
    between_of,
    bracket_of,
    cloud_reasons,
    found_reasons,
    kit_marks,
    miss_reasons,
    releasing,
    setting_for,
    setting_up,
    sky_lands,
    sky_part,
)
from patient_owl.core.plan.in_frame import offset_in_frame
from patient_owl.core.plan.moving import MOVING_INPUTS, moving_limits
from patient_owl.core.plan.panorama import PANORAMA_INPUTS, all_round, panorama_facts
from patient_owl.core.plan.repeating import (
    REPEAT_INPUTS,
    repeat_cautions,
    repeat_facts,
    repeats,
    until_it_happens,
)
from patient_owl.core.plan.report import Blurs
from patient_owl.core.plan.sketch import Ring, Sketch
from patient_owl.core.plan.types import (
    InputSpec,
    Intent,
    Plan,
    Recipe,
    Scene,
    school_input,
    self_timer_s,
)
from patient_owl.core.program.program import Phase, PhaseCode, Program
from patient_owl.core.reason import Reason
from patient_owl.core.sharpness import defocus_mm

# Common practice. The second frame for the ground has time to spare, so it is taken at an
# ISO with little noise, and the ground is left a stop under mid-grey so that it stays night.
GROUND_FRAME_ISO = 400
GROUND_PLACEMENT_STOPS = -1.0
GROUND_ENOUGH_STOPS = -2.0  # ground placed above this reads without help; common practice
FRAME_GAP_S = 1.0  # a camera writes a frame; common practice
# above it the sky is still blue; common practice
DARK_ENOUGH_SUN_DEG = NAUTICAL_TWILIGHT_SUN_ALTITUDE_DEG


def plan(scene: Scene, kit: Kit, intent: Intent) -> Plan:
    lens = kit.lens
    looks = (kit.body.sensor, lens.focal_length_mm, intent.framing, scene.latitude_deg)
    sees = (*looks, lens.projection, scene.horizon)
    drift = worst_star_drift(*sees)
    part = sky_part(scene, intent)
    f_number = _aperture(kit, intent)
    tolerance_px, school = _tolerance_px(kit, intent, f_number), intent.word("star_school")
    limits = star_limits(drift, kit, f_number, tolerance_px, school)
    chosen = next((limit for limit in limits if limit.drives), None)
    longest_s = chosen.value if chosen else kit.body.in_camera_ceiling_s
    liked = Liked(kit.dials["exposure_s"].at_most(longest_s).value, f_number)
    own_px = intent.number("drift_tolerance_px") if intent.word("shown_as") == "own" else 0.0
    limits = (
        *limits,
        # whoever goes by a rule of thumb has agreed to the lines it draws
        *(stars_drawn(drift, kit, own_px) if school == "pixel_drift" else ()),
        *_stopped_down(intent, f_number),
        *moving_limits(kit, intent),
        *kit_marks(scene, kit),
    )
    solution = setting_for([part], kit, intent, limits, liked)
    trail_px = longest_trail_px(*sees, solution.settings.exposure_s)
    frames = int(intent.number("frames"))
    wants_discs = intent.word("focus_school") == "near_subject"
    program = _program(scene, kit, intent, solution.positions)
    return Plan(
        solution=solution,
        program=program,
        lead=_lead(chosen, drift, trail_px, solution),
        reasons=(*_sky_reasons(scene, solution), *_ground_reasons(scene, kit, intent, solution)),
        limits=limits,
        steps=(
            *setting_up(intent, kit),
            _focus_step(intent),
            releasing(intent, solution),
            "test_frame",
            "inspect_corners",
            *(("stack_frames",) if frames > 1 else ()),
            "ground_frame",
        ),
        mistakes=("timer_left_set", "autofocus_left_on", "dew_on_lens"),
        cautions=("alone_at_night", "white_light", *repeat_cautions(intent)),
        facts=(
            *_wall_print(kit, drift, tolerance_px, school, solution),
            *_galactic_core_facts(scene, kit, intent),
            *_focus_facts(kit, intent, solution),
            *panorama_facts(kit, intent, program),
            *repeat_facts(intent, program),
        ),
        bracket=bracket_of("iso", solution, kit, limits),
        bracket_control="iso",  # time is held by the stars
        blurs=Blurs(
            star_drift_px_per_s=trail_px / solution.settings.exposure_s,
            # discs that are wanted are no blur
            focus_m=None if wants_discs else intent.maybe("focus_m"),
        ),
        averages=frames,
        sketch=_sketch(scene, kit, intent),
    )


def _program(scene: Scene, kit: Kit, intent: Intent, positions: Positions) -> Program:  # noqa: ARG001
    """The frames to be averaged, at every place of the panorama; or until it happened."""
    exposure_s, frames = positions["exposure_s"].value, int(intent.number("frames"))
    delay_s = self_timer_s(intent, positions)
    if repeats(intent):
        return until_it_happens(intent.number("repeat_min"), exposure_s, delay_s)
    code: PhaseCode = "stack" if frames > 1 else "frame"
    phase = Phase(code, exposure_s, frames, FRAME_GAP_S, lead_in_s=delay_s)
    return all_round(kit, intent, Program((phase,)))


def _aperture(kit: Kit, intent: Intent) -> float:
    """Exact f-number: the photographer's when held, else wide open or one stop down."""
    held = intent.hold.held.get("f_number")
    if held is not None:
        return kit.dials["f_number"].nearest(held).value
    widest = kit.dials["f_number"].values[0].value
    one_stop = 2**0.5 if intent.word("aperture_school") == "one_stop_down" else 1.0
    return kit.dials["f_number"].nearest(widest * one_stop).value


def _stopped_down(intent: Intent, f_number: float) -> tuple[Limit, ...]:
    """One stop down is for the corners: the dark does not open it again."""
    if intent.word("aperture_school") != "one_stop_down" or "f_number" in intent.hold.held:
        return ()
    return (Limit("stopped_down", "f_number", "at_least", f_number),)


def _tolerance_px(kit: Kit, intent: Intent, f_number: float) -> float:
    """How far a star may move on the sensor, by how the picture will be shown. [px]

    Stars that are soft on purpose may move as far as their discs are wide.
    """
    shown_as = next((way for way in OUTPUT_WIDTH_PX if way == intent.word("shown_as")), None)
    own = intent.number("drift_tolerance_px")
    allowed_px = own if shown_as is None else output_px(kit.body.sensor, shown_as)
    soft_px = _soft_px(kit, intent, f_number)
    return allowed_px if soft_px is None else max(allowed_px, min(soft_px, MOST_DRIFT_PX))


def _soft_px(kit: Kit, intent: Intent, f_number: float) -> float | None:
    """How wide the stars' discs are with the focus on the near subject. [px]"""
    focus_m = intent.maybe("focus_m")
    if intent.word("focus_school") != "near_subject" or focus_m is None:
        return None
    disc_mm = defocus_mm(kit.lens.focal_length_mm, f_number, focus_m, float("inf"))
    return 1000 * disc_mm / kit.body.sensor.pixel_pitch_um


def _wall_print(
    kit: Kit, drift: StarDrift | None, tolerance_px: float, school: str, solution: Solution
) -> tuple[Reason, ...]:
    """What a print looked at closely would ask for, where that is stricter."""
    strict_px = output_px(kit.body.sensor, "wall_print")
    if drift is None or school != "pixel_drift" or tolerance_px < 1.2 * strict_px:
        return ()
    exposure_s = limit_by_drift_s(drift.drift_px_per_s, strict_px)
    if solution.settings.exposure_s <= exposure_s:
        return ()
    stops = math.log2(solution.settings.exposure_s / exposure_s)
    iso = kit.dials["iso"].nearest(solution.settings.iso * 2**stops).value
    return (Reason("wall_print_asks", {"exposure_s": exposure_s, "iso": iso, "stops": stops}),)


def _lead(
    chosen: Limit | None, drift: StarDrift | None, trail_px: float, solution: Solution
) -> Reason:
    exposure_s = solution.positions["exposure_s"].value
    if chosen is None or drift is None:
        return Reason("no_sky_in_frame")
    quantities = {**chosen.quantities, "limit_s": chosen.value, "exposure_s": exposure_s}
    if not chosen.allows(exposure_s):
        return Reason("stars_trail", {**quantities, "drift_px": trail_px}, chosen.source)
    at_limit = exposure_s > chosen.value / 2 ** (1 / 2)
    code = "stars_as_long_as" if at_limit else "stars_with_room"
    return Reason(code, quantities, chosen.source)


def _sky_reasons(scene: Scene, solution: Solution) -> tuple[Reason, ...]:
    reasons = [
        sky_lands(solution),
        *cloud_reasons(scene),
        *found_reasons(solution),
        *miss_reasons(solution),
    ]
    if scene.sun_altitude_deg > SUNRISE_SUN_ALTITUDE_DEG:
        reasons.append(Reason("sun_is_up"))
    elif scene.sun_altitude_deg > DARK_ENOUGH_SUN_DEG:
        reasons.append(Reason("sky_not_dark", {"sun_altitude_deg": scene.sun_altitude_deg}))
    return tuple(reasons)


def _ground_reasons(
    scene: Scene, kit: Kit, intent: Intent, solution: Solution
) -> tuple[Reason, ...]:
    """What the ground does at the sky's settings, and the second frame it would take."""
    settings, between = solution.settings, between_of(intent)
    ground_stops = scene.ground_ev100 + between.stops - settings.ev100
    sigma_stops = math.hypot(scene.ground_sigma_stops, between.sigma_stops)
    lands = {"stops": ground_stops, "sigma_stops": sigma_stops}
    if ground_stops >= GROUND_ENOUGH_STOPS:
        return (Reason("ground_reads", lands, "meterless_meter"),)
    lift_stops = GROUND_PLACEMENT_STOPS - ground_stops
    time = kit.dials["exposure_s"]
    iso = kit.dials["iso"].nearest(GROUND_FRAME_ISO)
    as_bright = equivalent({**solution.positions, "iso": iso}, solution.positions, kit.dials)
    exact = time.brightness(as_bright.positions["exposure_s"].value) - as_bright.miss_stops
    return (
        Reason(
            "ground_needs",
            {
                **lands,
                "exposure_s": time.nearest_brightness(exact + lift_stops).value,
                "f_number": settings.f_number,
                "iso": iso.value,
                "light_stops": lift_stops,
                "placement_stops": GROUND_PLACEMENT_STOPS,
            },
            "meterless_meter",
        ),
    )


def _galactic_core_facts(scene: Scene, kit: Kit, intent: Intent) -> tuple[Reason, ...]:
    """Where the galactic core stands, and whether it is in the picture."""
    if scene.galactic_core_altitude_deg <= 0:
        return (Reason("galactic_core_down"),)
    where = {
        "altitude_deg": scene.galactic_core_altitude_deg,
        "azimuth_deg": scene.galactic_core_azimuth_deg,
    }
    x, y = _galactic_core_in_frame(scene, kit, intent)
    inside = abs(x) <= 0.5 and abs(y) <= 0.5
    return (Reason("galactic_core_in_frame" if inside else "galactic_core_outside", where),)


def _galactic_core_in_frame(scene: Scene, kit: Kit, intent: Intent) -> tuple[float, float]:
    return offset_in_frame(
        scene.galactic_core_altitude_deg,
        scene.galactic_core_azimuth_deg,
        kit.body.sensor,
        kit.lens,
        intent.framing,
    )


def _focus_step(intent: Intent) -> str:
    soft = intent.word("focus_school") == "near_subject"
    return "focus_near_lock" if soft else "focus_star_lock"


def _focus_facts(kit: Kit, intent: Intent, solution: Solution) -> tuple[Reason, ...]:
    """What the chosen focus does to stars and to the near subject."""
    focal, f_number = kit.lens.focal_length_mm, solution.settings.f_number
    disc_px = _soft_px(kit, intent, f_number)
    if disc_px is not None:
        quantities = {"focus_m": intent.number("focus_m"), "disc_px": disc_px}
        return (Reason("stars_soft", quantities, "ray2002"),)
    reach = hyperfocal_m(focal, f_number, confusion_um(kit.body.sensor.diagonal_mm))
    return (Reason("hyperfocal", {"hyperfocal_m": reach, "near_m": reach / 2}, "ray2002"),)


def _sketch(scene: Scene, kit: Kit, intent: Intent) -> Sketch | None:
    """Where the core stands in the frame, when it is up and near it."""
    width_mm, height_mm = frame_size_mm(kit.body.sensor, intent.framing.orientation)
    if scene.galactic_core_altitude_deg <= 0:
        return None
    x, y = _galactic_core_in_frame(scene, kit, intent)
    if abs(x) > 0.7 or abs(y) > 0.7:
        return None
    ring = Ring(0.5 + x, 0.5 - y, 0.08, "light", "core")
    return Sketch(width_mm / height_mm, (ring,))


RECIPE = Recipe(
    key="stars_over_foreground",
    order=10,
    inputs=(
        school_input("star_school"),
        InputSpec("shown_as", "choice", "screen", options=(*OUTPUT_WIDTH_PX, "own")),
        InputSpec(
            "drift_tolerance_px", "number", 2.0, "px", 0.5, 20, 0.5, only_if=("shown_as", ("own",))
        ),
        InputSpec("sky_placement_stops", "number", -2.0, "stops", -6, 2, 1 / 3),
        between_input(),
        school_input("aperture_school"),
        InputSpec("frames", "number", 1.0, "frames", 1, 200),
        school_input("focus_school"),
        InputSpec(
            "focus_m",
            "number",
            None,
            "m",
            0.2,
            1000,
            0.1,
            only_if=("focus_school", ("near_subject",)),
        ),
        *PANORAMA_INPUTS,
        *MOVING_INPUTS,
        *REPEAT_INPUTS,
    ),
    faces="core",
    also_frames=("ground",),
    plan=plan,
    program=_program,
    sun_altitude_deg=(-90, DARK_ENOUGH_SUN_DEG),
    suffers=("trailed",),
)
