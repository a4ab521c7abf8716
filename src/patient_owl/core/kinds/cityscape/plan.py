"""Cityscape and blue hour.

Lamps and shadows lie further apart than a sensor holds. Either bracket and blend, or take one
frame dark enough for the lamps and lift it. Low ISO, f/8 or f/13, and an eye on the clock: blue
hour lasts twenty minutes in the middle latitudes.
"""

import math
from dataclasses import replace

from patient_owl.core.constants import BLUE_HOUR_SUN_ALTITUDE_DEG
from patient_owl.core.exposure.bracket import MOST_FRAMES, BracketFrame, bracket
from patient_owl.core.exposure.dials import DialValue
from patient_owl.core.exposure.settings import Positions, Settings, settings_on
from patient_owl.core.judge.choose import Solution
from patient_owl.core.judge.liked import Liked
from patient_owl.core.kit import Kit
from patient_owl.core.limits.aperture import SUNSTAR_F_NUMBER, diffraction, rays_of
from patient_owl.core.limits.motion import ghosts_vanish
from patient_owl.core.limits.sensor import clipping_ev100
from patient_owl.core.noise import HEADROOM_STOPS, lowest_tone_stops
from patient_owl.core.plan.common import (
    kit_marks,
    lands,
    light_inputs,
    light_reasons,
    placement_input,
    releasing,
    setting_for,
    setting_up,
    subject_part,
    time_bracket,
    time_reasons,
)
from patient_owl.core.plan.in_frame import offset_in_frame
from patient_owl.core.plan.moving import MOVING_INPUTS, moving_limits
from patient_owl.core.plan.panorama import (
    PANORAMA_INPUTS,
    all_round,
    grid_for,
    panorama_facts,
)
from patient_owl.core.plan.repeating import (
    REPEAT_INPUTS,
    repeat_cautions,
    repeat_facts,
    repeats,
    until_it_happens,
)
from patient_owl.core.plan.report import Blurs
from patient_owl.core.plan.series import SERIES_INPUTS, series_limits
from patient_owl.core.plan.sketch import Line, Sketch
from patient_owl.core.plan.types import (
    InputSpec,
    Intent,
    Plan,
    Recipe,
    Scene,
    school_input,
    self_timer_s,
)
from patient_owl.core.program.program import Phase, Program
from patient_owl.core.reason import Reason

# The Moon near full is exposed at f/11 and 1/ISO s: EV100 13.6. Common practice.
MOON_EV100 = math.log2(2**7 / (1 / 100))
ONE_STRETCH_S = 3 * 3600.0  # evening and morning are further apart at any latitude with both
BLEND_STEP_STOPS = 2.0  # frames of a blend overlap amply; common practice
FRAME_GAP_S = 1.0  # a camera writes and sets the next time; common practice
LIFTED_SNR = 3.0  # a shadow that can be lifted and still reads; common practice
F_NUMBERS = {"f8": 8.0, "f13": 2 ** (22 / 6)}


def plan(scene: Scene, kit: Kit, intent: Intent) -> Plan:
    part = subject_part(scene, intent)
    lamps_stops, shadows_stops = intent.number("lamps_stops"), intent.number("shadows_stops")
    is_lift = intent.word("contrast_school") == "dark_lift"
    if is_lift:
        # one frame dark enough for the lamps: the subject lands where that leaves it
        darkest_stops = part.ev100 - clipping_ev100(part.ev100 + lamps_stops)
        part = replace(part, placement_stops=min(part.placement_stops, darkest_stops))
    passers_s = intent.maybe("passers_s")
    limits = (
        diffraction(kit),
        *((ghosts_vanish(passers_s),) if passers_s is not None else ()),
        *moving_limits(kit, intent),
        *series_limits(kit, intent),
        *kit_marks(scene, kit),
    )
    liked = Liked(4.0, F_NUMBERS[intent.word("city_aperture_school")])
    solution = setting_for([part], kit, intent, limits, liked)
    held = _one_frame_holds(kit, solution.settings, scene)
    contrast = lamps_stops + shadows_stops
    blend = 1 if held is None else _frames_for_blend(contrast, held)
    frames = _frames(scene, kit, intent, solution.settings)
    program = _program(scene, kit, intent, solution.positions)
    bracketed = (
        time_bracket(solution, kit, limits)
        if frames == 1
        else _blend(solution.positions["exposure_s"], kit, frames)
    )
    return Plan(
        solution=solution,
        program=program,
        lead=lands(solution),
        reasons=(
            *_contrast_reasons(contrast, held, blend, is_lift),
            *light_reasons(scene, intent, solution),
            *time_reasons(solution, kit),
        ),
        limits=limits,
        steps=(
            *setting_up(intent, kit),
            "focus_lamp_lock",
            releasing(intent, solution),
            "test_frame",
            "inspect_highlights",
            *(("blend_frames",) if frames > 1 else ()),
            *(("panorama_level",) if grid_for(kit, intent) else ()),
        ),
        mistakes=("timer_left_set", "stabiliser_left_on", "blue_hour_missed"),
        cautions=("property", "edges", "crowds", *repeat_cautions(intent)),
        facts=(
            *_blue_hour(scene),
            *_moon(scene, kit, intent, solution),
            *_rays(kit, solution),
            *panorama_facts(kit, intent, program),
            *repeat_facts(intent, program),
            *_in_time(scene, program),
        ),
        bracket=bracketed,
        blurs=Blurs(),
        sketch=_sketch(kit, intent),
    )


def _frames(scene: Scene, kit: Kit, intent: Intent, settings: Settings) -> int:
    """How many frames are blended at each place; one where the dark frame is lifted."""
    held = _one_frame_holds(kit, settings, scene)
    if held is None or intent.word("contrast_school") == "dark_lift":
        return 1
    contrast = intent.number("lamps_stops") + intent.number("shadows_stops")
    return _frames_for_blend(contrast, held)


def _blend(time: DialValue, kit: Kit, frames: int) -> tuple[BracketFrame, ...]:
    return bracket(time, kit.dials["exposure_s"], frames, BLEND_STEP_STOPS)


def _program(scene: Scene, kit: Kit, intent: Intent, positions: Positions) -> Program:
    """The frames of the blend, each with its own time, at every place of the panorama.

    A camera brackets by itself as far as it counts by itself; with a bulb time among them each
    frame waits for the hand. What is repeated until it happened is one frame over and over.
    """
    if repeats(intent):
        delay_s = self_timer_s(intent, positions)
        return until_it_happens(intent.number("repeat_min"), positions["exposure_s"].value, delay_s)
    frames = _frames(scene, kit, intent, settings_on(kit.dials, positions))
    times = [frame for frame in _blend(positions["exposure_s"], kit, frames) if frame.is_on_dial]
    delay_s = self_timer_s(intent, positions)
    by_hand = any(frame.position.is_bulb for frame in times) and len(times) > 1
    phases = [
        Phase(
            "bracket" if len(times) > 1 else "frame",
            frame.position.value,
            offset_stops=frame.stops,
            lead_in_s=delay_s if by_hand or i == 0 else FRAME_GAP_S,
            waits=by_hand,
        )
        for i, frame in enumerate(times)
    ]
    return all_round(kit, intent, Program(tuple(phases)))


def _one_frame_holds(kit: Kit, settings: Settings, scene: Scene) -> float | None:
    """Stops from clipping down to the darkest tone that can still be lifted; None unknown."""
    if kit.body.noise is None:
        return None
    pitch_um = kit.body.sensor.pixel_pitch_um
    lowest = lowest_tone_stops(
        kit.body.noise,
        pitch_um,
        settings.exposure_s,
        settings.iso,
        LIFTED_SNR,
        scene.temperature_c,
    )
    return HEADROOM_STOPS - lowest


def _frames_for_blend(contrast_stops: float, held_stops: float) -> int:
    """An odd number of frames BLEND_STEP_STOPS apart that holds the whole contrast."""
    over = max(0.0, contrast_stops - held_stops)
    return min(MOST_FRAMES, 1 + 2 * math.ceil(over / (2 * BLEND_STEP_STOPS)))


def _contrast_reasons(
    contrast: float, held: float | None, blend: int, is_lift: bool
) -> tuple[Reason, ...]:
    if held is None:
        return (Reason("contrast_unknown", {"contrast_stops": contrast}),)
    quantities = {"contrast_stops": contrast, "held_stops": held, "frames": blend}
    if contrast <= held:
        return (Reason("contrast_fits", quantities, "emva1288"),)
    return (Reason("contrast_lifted" if is_lift else "contrast_blended", quantities, "emva1288"),)


def _blue_hour(scene: Scene) -> tuple[Reason, ...]:
    """How long the blue hour lasts and how far off it is; that it is over, once it is."""
    inside = scene.night.with_sun_between(*BLUE_HOUR_SUN_ALTITUDE_DEG)
    if not inside:
        lowest_deg, highest_deg = BLUE_HOUR_SUN_ALTITUDE_DEG
        return (Reason("no_blue_hour", {"lowest_deg": lowest_deg, "highest_deg": highest_deg}),)
    coming = [s for s in inside if s >= 0]
    if not coming:
        return (Reason("blue_hour_gone"),)
    # one stretch: the evening's, or the morning's when that is next
    stretch = [s for s in coming if s - coming[0] < ONE_STRETCH_S]
    # each minute of the night's light stands for the step to the next
    lasts_s = len(stretch) * scene.night.step_s
    if coming[0] < scene.night.step_s:
        return (Reason("blue_hour_now", {"lasts_s": lasts_s}),)
    is_next_one = any(s < 0 for s in inside)
    code = "blue_hour_over" if is_next_one else "blue_hour"
    return (Reason(code, {"after_s": coming[0], "lasts_s": lasts_s}),)


def _in_time(scene: Scene, program: Program) -> tuple[Reason, ...]:
    """Whether a panorama's frames fit into what is left of the blue hour."""
    blue = scene.night.with_sun_between(*BLUE_HOUR_SUN_ALTITUDE_DEG)
    left_s = max((s for s in blue if 0 <= s < ONE_STRETCH_S), default=None)
    if program.rounds == 1 or left_s is None or program.duration_s <= left_s:
        return ()
    return (Reason("panorama_outlasts", {"clock_s": program.duration_s, "lasts_s": left_s}),)


def _moon(scene: Scene, kit: Kit, intent: Intent, solution: Solution) -> tuple[Reason, ...]:
    """By how much the Moon burns out when it stands in the frame."""
    if scene.moon_altitude_deg <= 0:
        return ()
    x, y = offset_in_frame(
        scene.moon_altitude_deg,
        scene.moon_azimuth_deg,
        kit.body.sensor,
        kit.lens,
        intent.framing,
    )
    if max(abs(x), abs(y)) > 0.5:
        return ()
    over = MOON_EV100 - solution.settings.ev100 - HEADROOM_STOPS
    return (Reason("moon_burns", {"stops": over}),) if over > 0 else ()


def _rays(kit: Kit, solution: Solution) -> tuple[Reason, ...]:
    if solution.settings.f_number < SUNSTAR_F_NUMBER * 0.99:
        return ()
    return (Reason("lamp_rays", {"rays": rays_of(kit.lens.blades), "blades": kit.lens.blades}),)


def _sketch(kit: Kit, intent: Intent) -> Sketch | None:
    """The frames of the panorama, one over the next."""
    grid = grid_for(kit, intent)
    if grid is None:
        return None
    columns, rows = grid.columns, grid.rows
    keep = 1 - intent.number("panorama_overlap_percent") / 100
    wide, high = 1 + (columns - 1) * keep, 1 + (rows - 1) * keep
    shapes = []
    for row in range(rows):
        for column in range(columns):
            x0, y0 = column * keep / wide, row * keep / high
            x1, y1 = x0 + 1 / wide, y0 + 1 / high
            outline = ((x0, y0), (x1, y0), (x1, y1), (x0, y1), (x0, y0))
            shapes.append(Line(outline, "guide"))
    portrait = intent.framing.orientation == "portrait"
    sensor = kit.body.sensor
    aspect = sensor.height_mm / sensor.width_mm if portrait else sensor.width_mm / sensor.height_mm
    return Sketch(min(4.0, aspect * wide / high), tuple(shapes))


RECIPE = Recipe(
    key="cityscape",
    order=30,
    inputs=(
        *light_inputs("distant_skyline"),
        placement_input(-0.7),
        InputSpec("lamps_stops", "number", 4.0, "stops", 0, 12, 0.5),
        InputSpec("shadows_stops", "number", 5.0, "stops", 0, 12, 0.5),
        school_input("contrast_school"),
        school_input("city_aperture_school"),
        InputSpec("passers_s", "number", None, "s", 0.1, 60, 0.5),
        *SERIES_INPUTS,
        *PANORAMA_INPUTS,
        *MOVING_INPUTS,
        *REPEAT_INPUTS,
    ),
    faces="glow",
    also_frames=("sky",),
    plan=plan,
    program=_program,
    sun_altitude_deg=(-90, -2),
    follow="exposure_s",
    suffers=("ghost",),
)
