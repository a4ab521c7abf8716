"""Fireworks: open on the launch, close as the burst fades.

A burst is a moving light: aperture and ISO set the colour of its trails, time only how many
there are and how far the town behind comes up. Shell size and distance give the burst's place
in the frame; the sound's delay gives the distance. Rules of the show and its operator decide
where one may stand.
"""

import math
from typing import NamedTuple

from patient_owl.core.constants import METRES_PER_FOOT
from patient_owl.core.exposure.settings import Positions
from patient_owl.core.judge.choose import Solution
from patient_owl.core.judge.liked import Liked
from patient_owl.core.kit import Kit
from patient_owl.core.light.burst import TRAIL_F_NUMBER, bursts
from patient_owl.core.light.found import as_learned
from patient_owl.core.light.part import DRAWN, LightPart
from patient_owl.core.limits.limit import Limit
from patient_owl.core.measure.sound import sound_speed_m_s
from patient_owl.core.optics.camera import field_of_view_deg, frame_size_mm
from patient_owl.core.plan.common import (
    bracket_of,
    kit_marks,
    light_inputs,
    light_reasons,
    lit_part,
    releasing,
    setting_for,
    setting_up,
    time_reasons,
)
from patient_owl.core.plan.in_frame import offset_in_frame
from patient_owl.core.plan.moving import MOVING_INPUTS, moving_limits
from patient_owl.core.plan.sketch import Line, Ring, Sketch
from patient_owl.core.plan.types import (
    InputSpec,
    Intent,
    Plan,
    Recipe,
    Scene,
    school_input,
    self_timer_s,
)
from patient_owl.core.program.program import Phase, Program, one_frame
from patient_owl.core.reason import Reason

# Per inch of shell: about 100 ft of height and 45 ft of width. Common practice.
HEIGHT_FT_PER_INCH, WIDTH_FT_PER_INCH = 100.0, 45.0
SEPARATION_FT_PER_INCH = 70.0  # spectators, for orientation; [nfpa1123], from memory
LEAST_S, MOST_S, TYPICAL_S = 2.0, 8.0, 5.0  # from launch to fading; common practice
WIDE_F_NUMBER, NARROW_F_NUMBER = 8.0, 16.0  # at ISO 100; common practice
MARGIN = 1.15  # room above the highest burst
SMALL_BURST_SHARE = 1 / 8  # of the frame's width: smaller it is lost in it; common practice
LEAST_DISTANCE_M = 20.0  # nobody stands nearer
TOWN_STOPS = -2.5  # a town two to three stops under stays night; common practice
AMBIENT_SHOWS_STOPS = -4.0  # under that nobody sees it; common practice
FOCUS_STEPS = {"first_burst": "burst_focus_first", "infinity_mark": "focus_lamp_lock"}


def plan(scene: Scene, kit: Kit, intent: Intent) -> Plan:
    lights = (as_learned(bursts(), "", scene.learned), _town(scene, intent))
    limits = (*_burst_limits(kit), *moving_limits(kit, intent), *kit_marks(scene, kit))
    liked = Liked(TYPICAL_S, TRAIL_F_NUMBER)
    solution = setting_for(lights, kit, intent, limits, liked)
    by_feel = intent.word("burst_school") == "by_feel"
    return Plan(
        solution=solution,
        program=_program(scene, kit, intent, solution.positions),
        lead=Reason(
            "burst_by_feel" if by_feel else "burst_fixed", {"least_s": LEAST_S, "most_s": MOST_S}
        ),
        reasons=(
            _town_lands(solution),
            *light_reasons(scene, intent, solution),
            *(() if by_feel else time_reasons(solution, kit)),
        ),
        limits=limits,
        steps=(
            *setting_up(intent, kit),
            "arrive_upwind",
            FOCUS_STEPS[intent.word("burst_focus_school")],
            "release_remote" if by_feel else releasing(intent, solution),
            "test_frame",
            "open_on_launch" if by_feel else "fire_steadily",
            "inspect_bursts",
        ),
        mistakes=("lens_too_wide_or_long", "landscape_left_on", "bursts_merge", "smoke"),
        cautions=("fireworks_public", "crowds", "edges"),
        facts=_facts(scene, kit, intent),
        bracket=bracket_of("f_number", solution, kit, limits),
        bracket_control="f_number",  # a burst's brightness does not hang on time
        sketch=_sketch(scene, kit, intent),
    )


def _burst_limits(kit: Kit) -> tuple[Limit, ...]:
    wide = kit.dials["f_number"].values[-1].value >= WIDE_F_NUMBER
    return (
        Limit("burst_shortest", "exposure_s", "at_least", LEAST_S, {"least_s": LEAST_S}),
        Limit("burst_longest", "exposure_s", "at_most", MOST_S, {"most_s": MOST_S}),
        Limit("burst_aperture_wide", "f_number", "at_least", WIDE_F_NUMBER, {}, drives=wide),
        Limit("burst_aperture_narrow", "f_number", "at_most", NARROW_F_NUMBER, {}),
    )


def _town(scene: Scene, intent: Intent) -> LightPart:
    """What else is in the picture: the town and its water. Time brings it home."""
    return lit_part(scene, intent, "town_placement_stops", key="town")


def _town_lands(solution: Solution) -> Reason:
    town = solution.landings[1]
    code = "ambient_shows" if town.landed_stops > AMBIENT_SHOWS_STOPS else "ambient_black"
    quantities = {"stops": town.landed_stops, "sigma_stops": town.part.sigma_stops}
    return Reason(code, quantities)


def _program(scene: Scene, kit: Kit, intent: Intent, positions: Positions) -> Program:  # noqa: ARG001
    """By feel the hand opens and closes; else the same seconds over and over."""
    exposure_s = positions["exposure_s"].value
    if intent.word("burst_school") == "by_feel":
        return Program((Phase("frame", None, expected_s=exposure_s),))
    return one_frame(exposure_s, self_timer_s(intent, positions))


def burst_m(intent: Intent) -> tuple[float, float]:
    """Height and width of a burst, from the shell or as observed. [m]"""
    inches = intent.number("shell_in")
    seen = intent.maybe("burst_height_m")
    height = seen if seen is not None else inches * HEIGHT_FT_PER_INCH * METRES_PER_FOOT
    return height, inches * WIDTH_FT_PER_INCH * METRES_PER_FOOT


def distance_m(scene: Scene, intent: Intent) -> float:
    """How far off the launch site is along the ground. [m]

    The sound comes from the burst up there: its counted delay is the slant way.
    """
    delay = intent.maybe("sound_delay_s")
    if delay is None:
        return intent.number("distance_m")
    height, _ = burst_m(intent)
    slant_m = delay * sound_speed_m_s(scene.temperature_c)
    return math.sqrt(max(slant_m**2 - height**2, LEAST_DISTANCE_M**2))


class _Burst(NamedTuple):
    """A burst as it stands before the camera: a ball up in the air. [m, deg]"""

    height_m: float
    width_m: float
    ground_m: float

    @property
    def slant_m(self) -> float:
        return math.hypot(self.height_m, self.ground_m)

    @property
    def altitude_deg(self) -> float:
        return math.degrees(math.atan2(self.height_m, self.ground_m))

    @property
    def width_deg(self) -> float:
        """How wide the ball is seen, from where one stands and not from under it."""
        return 2 * math.degrees(math.asin(min(1.0, self.width_m / 2 / self.slant_m)))

    @property
    def top_deg(self) -> float:
        return self.altitude_deg + self.width_deg / 2

    def focal_length_mm(self, high_mm: float, wide_mm: float) -> float:
        """The longest that holds it, horizon to over its top, the camera tilted halfway. [mm]"""
        by_height = high_mm / (2 * math.tan(math.radians(MARGIN * self.top_deg) / 2))
        by_width = wide_mm / (2 * math.tan(math.radians(MARGIN * self.width_deg) / 2))
        return min(by_height, by_width)


def _facts(scene: Scene, kit: Kit, intent: Intent) -> tuple[Reason, ...]:
    burst = _Burst(*burst_m(intent), distance_m(scene, intent))
    sensor, top_deg = kit.body.sensor, min(burst.top_deg, 89.0)
    long_mm, short_mm = sensor.width_mm, sensor.height_mm
    delay_s = burst.slant_m / sound_speed_m_s(scene.temperature_c)
    best = {
        "portrait_mm": burst.focal_length_mm(long_mm, short_mm),
        "landscape_mm": burst.focal_length_mm(short_mm, long_mm),
    }
    reasons = [
        Reason(
            "burst_size",
            {
                "height_m": burst.height_m,
                "width_m": burst.width_m,
                "altitude_deg": burst.altitude_deg,
                "width_deg": burst.width_deg,
            },
        ),
        Reason("sound_delay", {"delay_s": delay_s, "distance_m": burst.slant_m}),
        Reason("focal_length_for_burst", best),
    ]
    x, y = _in_frame(kit, intent, top_deg)
    if not (abs(x) <= 0.5 and abs(y) <= 0.5):
        reasons.append(Reason("burst_leaves_frame", {"top_deg": top_deg}))
    across_mm, _ = frame_size_mm(sensor, intent.framing.orientation)
    field_deg = field_of_view_deg(across_mm, kit.lens.focal_length_mm, kit.lens.projection)
    if burst.width_deg < SMALL_BURST_SHARE * field_deg:
        reasons.append(
            Reason("burst_small", {"width_deg": burst.width_deg, "field_deg": field_deg, **best})
        )
    separation = intent.number("shell_in") * SEPARATION_FT_PER_INCH * METRES_PER_FOOT
    reasons.append(Reason("separation", {"separation_m": separation}, "nfpa1123"))
    return tuple(reasons)


def _in_frame(kit: Kit, intent: Intent, altitude_deg: float) -> tuple[float, float]:
    """Where a point over the launch site falls; the camera is taken to face it."""
    bearing = intent.framing.bearing_true_deg
    return offset_in_frame(altitude_deg, bearing, kit.body.sensor, kit.lens, intent.framing)


def _sketch(scene: Scene, kit: Kit, intent: Intent) -> Sketch:
    height, width = burst_m(intent)
    far = distance_m(scene, intent)
    width_mm, height_mm = frame_size_mm(kit.body.sensor, intent.framing.orientation)
    _, y = _in_frame(kit, intent, math.degrees(math.atan2(height, far)))
    _, ground = _in_frame(kit, intent, 0.0)
    radius = width / 2 / math.hypot(height, far) * kit.lens.focal_length_mm / height_mm
    shapes: list[Line | Ring] = []
    if math.isfinite(y) and abs(y) < 1:
        shapes.append(Ring(0.5, 0.5 - y, radius, "light", "burst"))
        if math.isfinite(ground):
            shapes.append(Line(((0.5, min(1.1, 0.5 - ground)), (0.5, 0.5 - y)), "guide"))
    if math.isfinite(ground) and abs(ground) <= 0.5:
        shapes.append(Line(((0, 0.5 - ground), (1, 0.5 - ground)), "subject", "horizon"))
    return Sketch(width_mm / height_mm, tuple(shapes))


RECIPE = Recipe(
    key="fireworks",
    order=60,
    inputs=(
        InputSpec("shell_in", "number", 5.0, "in", 1, 16, 0.5),
        InputSpec("burst_height_m", "number", None, "m", 5, 600, 5),
        InputSpec("distance_m", "number", 400.0, "m", 20, 10_000, 10),
        InputSpec("sound_delay_s", "number", None, "s", 0.1, 30, 0.1),
        school_input("burst_school"),
        school_input("burst_focus_school"),
        *light_inputs("distant_skyline"),
        InputSpec("town_placement_stops", "number", TOWN_STOPS, "stops", -6, 2, 1 / 3),
        *MOVING_INPUTS,
    ),
    plan=plan,
    program=_program,
    sun_altitude_deg=(-90, -2),
    lead_answers_to=DRAWN,
    packs=("ear_plugs", "black_card"),
    waits_for="show",
    suffers=("cut_short",),
)
