"""Moving water: choose a shutter time for the wanted look, then balance the light.

Frozen, textured, silky, mist: how far the water runs over the sensor while the shutter is open,
as a share of the frame's height. Failing light gives each look its own minute without a
filter; a filter gives it now.
"""

from dataclasses import replace

from patient_owl.core.exposure.settings import Settings
from patient_owl.core.judge.choose import Solution
from patient_owl.core.judge.hold import Hold
from patient_owl.core.judge.liked import Liked, Pull
from patient_owl.core.judge.worth import LONGER_SILK, LOOK, wished_time
from patient_owl.core.kit import Kit
from patient_owl.core.light.part import LightPart
from patient_owl.core.limits.aperture import diffraction
from patient_owl.core.limits.limit import Limit
from patient_owl.core.limits.motion import water_limits
from patient_owl.core.motion.subject import (
    LOOK_SHARES,
    WATER_SPEEDS_M_S,
    Look,
    blur_mm,
    fall_speed_m_s,
    look_of,
)
from patient_owl.core.optics.camera import frame_size_mm
from patient_owl.core.plan.common import (
    free_bracket,
    kit_marks,
    lands,
    light_inputs,
    light_reasons,
    placement_input,
    releasing,
    seconds_until,
    setting_for,
    setting_up,
    subject_part,
    time_reasons,
)
from patient_owl.core.plan.moving import MOVING_INPUTS, moving_limits
from patient_owl.core.plan.report import Blurs
from patient_owl.core.plan.types import (
    Alternative,
    InputSpec,
    Intent,
    Moment,
    Plan,
    Recipe,
    Scene,
    school_input,
)
from patient_owl.core.reason import Reason

BY_SCHOOL: dict[str, Look] = {"texture": "textured", "silk": "silky"}
TIMED = "timed_water"  # by a float over a known length
WATERS = (*WATER_SPEEDS_M_S, "fall", TIMED)
FAVOURITE_F_NUMBER = 8.0  # common practice
SEVERAL_S = 3.0  # silk is drawn by several seconds and more; common practice
MEETS_STOPS = 0.5


def plan(scene: Scene, kit: Kit, intent: Intent) -> Plan:
    part = subject_part(scene, intent)
    look = _look(intent)
    around = _around(scene, kit, intent)
    solution, limits = _setting_for_look(look, part, around, kit, intent)
    speed_m_s, distance_m = water_speed_m_s(intent), intent.number("distance_m")
    px_per_s = (
        1000
        * blur_mm(speed_m_s, distance_m, kit.lens.focal_length_mm, 1.0)
        / kit.body.sensor.pixel_pitch_um
    )
    share = _share(kit, intent, solution.positions["exposure_s"].value)
    bracket_control, frames_around = free_bracket(solution, kit, limits)
    return Plan(
        solution=solution,
        program=RECIPE.program(scene, kit, intent, solution.positions),
        lead=Reason(
            "water_drawn",
            {"look": look_of(share), "share": share, "speed_m_s": speed_m_s},
            "derived_motion",
        ),
        reasons=(
            lands(solution),
            *_silk_short(intent, look, solution),
            *light_reasons(scene, intent, solution),
            *time_reasons(solution, kit),
        ),
        limits=limits,
        steps=(
            *setting_up(intent, kit),
            "focus_near_lock",
            "polariser_turn",
            releasing(intent, solution),
            "test_frame",
            "inspect_water",
            "watch_level",
        ),
        mistakes=("timer_left_set", "drops_on_lens", "legs_in_current"),
        cautions=(_caution(intent), "slippery", "alone_at_night"),
        facts=tuple(
            fact
            for share in LOOK_SHARES
            if (fact := _without_filter(share, scene, kit, intent, part.ev100)) is not None
        ),
        bracket=frames_around,
        bracket_control=bracket_control,
        blurs=Blurs(subject_px_per_s=px_per_s, is_drawn=True),
    )


def _around(scene: Scene, kit: Kit, intent: Intent) -> tuple[Limit, ...]:
    """The limits that are the same for every look."""
    return (diffraction(kit), *moving_limits(kit, intent), *kit_marks(scene, kit))


def _is_by_silk_school(intent: Intent, look: Look) -> bool:
    return look == "silky" and intent.word("look") == "by_school"


def _silk_short(intent: Intent, look: Look, solution: Solution) -> tuple[Reason, ...]:
    """That silk cannot have its seconds now."""
    exposure_s = solution.settings.exposure_s
    is_held = "exposure_s" in intent.hold.kept
    if not _is_by_silk_school(intent, look) or is_held or exposure_s >= SEVERAL_S:
        return ()
    return (Reason("silk_short", {"several_s": SEVERAL_S, "exposure_s": exposure_s}),)


def _caution(intent: Intent) -> str:
    """The sea's own dangers, or those of a river."""
    return "sea" if intent.word("water") == "swell" else "river"


def _look(intent: Intent) -> Look:
    wanted = intent.word("look")
    if wanted == "by_school":
        return BY_SCHOOL[intent.word("water_school")]
    return next(look for look in LOOK_SHARES if look == wanted)


def water_speed_m_s(intent: Intent) -> float:
    kind = intent.word("water")
    if kind == "fall":
        return fall_speed_m_s(intent.number("fall_height_m"))
    if kind == TIMED:
        return intent.number("water_speed_m_s")
    return WATER_SPEEDS_M_S[kind]


def _frame_height_mm(kit: Kit, intent: Intent) -> float:
    return frame_size_mm(kit.body.sensor, intent.framing.orientation)[1]


def _share(kit: Kit, intent: Intent, exposure_s: float) -> float:
    length = blur_mm(
        water_speed_m_s(intent), intent.number("distance_m"), kit.lens.focal_length_mm, exposure_s
    )
    return length / _frame_height_mm(kit, intent)


def _limits_of(look: Look, kit: Kit, intent: Intent) -> tuple[Limit, ...]:
    return water_limits(
        look,
        water_speed_m_s(intent),
        intent.number("distance_m"),
        _frame_height_mm(kit, intent),
        kit,
    )


def _setting_for_look(
    look: Look, part: LightPart, around: tuple[Limit, ...], kit: Kit, intent: Intent
) -> tuple[Solution, tuple[Limit, ...]]:
    """around: the limits that are the same for every look."""
    of_water = _limits_of(look, kit, intent)
    # the middle of the look: geometric between its bounds, its bound where it has only one
    times = [limit.value for limit in of_water]
    liked = Pull((times[0] * times[-1]) ** 0.5, LOOK, LOOK)
    if _is_by_silk_school(intent, look):
        # several seconds and more: nobody minds how much more
        of_water = tuple(limit for limit in of_water if limit.sense == "at_least")
        liked = wished_time(max(liked.value, SEVERAL_S), longer=LONGER_SILK)
    limits = (*of_water, *around)
    return setting_for([part], kit, intent, limits, Liked(liked, FAVOURITE_F_NUMBER)), limits


def _looks(scene: Scene, kit: Kit, intent: Intent) -> tuple[Alternative, ...]:
    """Every look at this minute's light, with what is in the bag."""
    part, around = subject_part(scene, intent), _around(scene, kit, intent)
    free = replace(intent, hold=Hold({}))
    rungs = []
    for look in LOOK_SHARES:
        solution, _ = _setting_for_look(look, part, around, kit, free)
        met = abs(solution.miss_stops) <= MEETS_STOPS
        quantities = {"look": look, "stops": solution.miss_stops}
        reason = Reason("look_now" if met else "look_misses", quantities)
        rungs.append(Alternative(reason, solution.positions))
    return tuple(rungs)


def _without_filter(
    look: Look, scene: Scene, kit: Kit, intent: Intent, subject_ev100: float
) -> Reason | None:
    """From when the light is low enough for the look at base ISO, bare, short of diffraction."""
    shortest = [x.value for x in _limits_of(look, kit, intent) if x.sense == "at_least"]
    if not shortest or intent.word("lit_by") != "natural":
        return None
    narrowest = kit.dials["f_number"].at_most(diffraction(kit).value).value
    lowest_iso = kit.base_iso
    bright_enough = Settings(shortest[0], narrowest, lowest_iso).ev100
    bright_enough += intent.number("placement_stops")
    quantities = {"look": look, "f_number": narrowest}
    if subject_ev100 <= bright_enough:
        return Reason("look_bare_now", quantities)

    # what stands between takes the same of the sky's light all evening
    between_stops = subject_ev100 - scene.ground_ev100

    def dark_enough(moment: Moment) -> float:
        return bright_enough - moment.ground_ev100 - between_stops

    after_s = seconds_until(scene, dark_enough)
    if after_s is None:
        return None
    return Reason("look_bare_later", {**quantities, "after_s": after_s})


RECIPE = Recipe(
    key="moving_water",
    order=50,
    inputs=(
        InputSpec("look", "choice", "by_school", options=("by_school", *LOOK_SHARES)),
        school_input("water_school", only_if=("look", ("by_school",))),
        InputSpec("water", "choice", "stream", options=WATERS),
        InputSpec("fall_height_m", "number", 4.0, "m", 0.2, 200, 0.5, only_if=("water", ("fall",))),
        InputSpec(
            "water_speed_m_s", "number", 1.0, "m/s", 0.02, 15, 0.1, only_if=("water", (TIMED,))
        ),
        InputSpec("distance_m", "number", 5.0, "m", 0.3, 5000, 0.5),
        *light_inputs("natural"),
        placement_input(-0.3),
        *MOVING_INPUTS,
    ),
    faces="glow",
    also_frames=("sky",),
    plan=plan,
    others=_looks,
    sun_altitude_deg=(-90, 12),
    packs=("boots", "lens_cloth"),
)
