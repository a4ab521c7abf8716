"""Stars as points over a foreground.

Wide open or one stop down; the longest time at which the worst star of the frame still
prints as a point; ISO to place the sky. The ground gets a second, longer frame at low ISO
or some light of its own.
"""

from patient_owl.core.dials import Control, DialValue
from patient_owl.core.exposure import Settings
from patient_owl.core.limits import Limit, Quantities, Reason
from patient_owl.core.optics.star_drift import (
    StarDrift,
    limit_by_aperture_pitch_focal_s,
    limit_by_drift_s,
    limit_by_rule_of_500_s,
    worst_star_drift,
)
from patient_owl.core.recipes._types import InputSpec, Intent, Kit, Plan, Recipe, Scene
from patient_owl.core.solver import Solution, solve

# Common practice. The second frame for the ground has time to spare, so it is taken at an
# ISO with little noise, and the ground is left a stop under mid-grey so that it stays night.
GROUND_FRAME_ISO = 400
GROUND_PLACEMENT_STOPS = -1.0
GROUND_ENOUGH_STOPS = -2.0  # ground placed above this reads without help; common practice
SHORT_OF_LIGHT_STOPS = 0.5  # a miss under half a stop is within any first guess


def plan(scene: Scene, kit: Kit, intent: Intent) -> Plan:
    drift = worst_star_drift(
        kit.body.sensor, kit.lens.focal_length_mm, intent.framing, scene.latitude_deg
    )
    target_ev100 = scene.sky_ev100 - intent.number("sky_placement_stops")
    f_number = _aperture(kit, intent)
    limits = _star_limits(drift, kit, intent, f_number)
    driving = next((limit for limit in limits if limit.drives), None)
    longest_s = driving.value if driving else kit.body.in_camera_ceiling_s
    start: dict[Control, float] = {
        "exposure_s": kit.dials["exposure_s"].at_most(longest_s).value,
        "f_number": f_number,
        "iso": kit.dials["iso"].values[0].value,
    }
    solution = solve(target_ev100, kit.dials, limits, start, intent.choice)
    return Plan(
        solution=solution,
        lead=_lead(driving, drift, solution),
        reasons=(*_sky_reasons(scene, solution), *_ground_reasons(scene, kit, solution)),
        limits=(*limits, _ceiling(kit)),
        target_ev100=target_ev100,
        sigma_stops=scene.sky_sigma_stops,
        steps=(
            "tripod_low",
            "stabiliser_off",
            "focus_star_lock",
            "release_remote",
            "test_frame",
            "inspect_corners",
            "ground_frame",
        ),
        mistakes=("timer_left_set", "autofocus_left_on", "dew_on_lens"),
        cautions=("alone_at_night", "white_light"),
    )


def _aperture(kit: Kit, intent: Intent) -> float:
    """Exact f-number: the photographer's when held, else wide open or one stop down."""
    held = intent.choice.held.get("f_number")
    if held is not None:
        return kit.dials["f_number"].nearest(held).value
    widest = kit.dials["f_number"].values[0].value
    one_stop = 2**0.5 if intent.word("aperture_school") == "one_stop_down" else 1.0
    return kit.dials["f_number"].nearest(widest * one_stop).value


def _star_limits(
    drift: StarDrift | None, kit: Kit, intent: Intent, f_number: float
) -> tuple[Limit, ...]:
    """The three schools for the worst corner; the chosen one drives."""
    if drift is None:
        return ()
    sensor, focal_length_mm = kit.body.sensor, kit.lens.focal_length_mm
    tolerance_px = intent.number("drift_tolerance_px")
    shared: dict[str, float | str] = {
        "focal_length_mm": focal_length_mm,
        "place": drift.place,
        "declination_deg": drift.declination_deg,
    }
    schools: dict[str, tuple[float, Quantities, str]] = {
        "pixel_drift": (
            limit_by_drift_s(drift.drift_px_per_s, tolerance_px),
            {
                **shared,
                "drift_px_per_s": drift.drift_px_per_s,
                "drift_tolerance_px": tolerance_px,
                "pixel_pitch_um": sensor.pixel_pitch_um,
            },
            "derived_drift",
        ),
        "aperture_pitch_focal": (
            limit_by_aperture_pitch_focal_s(
                f_number, focal_length_mm, sensor.pixel_pitch_um, drift.least_declination_deg
            ),
            {
                **shared,
                "f_number": f_number,
                "pixel_pitch_um": sensor.pixel_pitch_um,
                "declination_deg": drift.least_declination_deg,
            },
            "michaud",
        ),
        "rule_of_500": (
            limit_by_rule_of_500_s(focal_length_mm, sensor.crop_factor),
            {**shared, "crop_factor": sensor.crop_factor},
            "common_practice",
        ),
    }
    chosen = intent.word("star_school")
    return tuple(
        Limit(
            code=f"stars_{school}",
            control="exposure_s",
            sense="at_most",
            value=value,
            quantities=quantities,
            source=source,
            school=school,
            drives=school == chosen,
        )
        for school, (value, quantities, source) in schools.items()
    )


def _ceiling(kit: Kit) -> Limit:
    """Where the camera's own timer ends: a fact of the release, not of the picture."""
    return Limit(
        code="in_camera_ceiling",
        control="exposure_s",
        sense="at_most",
        value=_longest_timed(kit).value,
        quantities={"ceiling_s": kit.body.in_camera_ceiling_s},
        drives=False,
    )


def _longest_timed(kit: Kit) -> DialValue:
    return [p for p in kit.dials["exposure_s"].values if not p.is_bulb][-1]


def _lead(driving: Limit | None, drift: StarDrift | None, solution: Solution) -> Reason:
    exposure_s = solution.positions["exposure_s"].value
    if driving is None or drift is None:
        return Reason("no_sky_in_frame")
    quantities = {**driving.quantities, "limit_s": driving.value, "exposure_s": exposure_s}
    if not driving.allows(exposure_s):
        over = exposure_s * drift.drift_px_per_s
        return Reason("stars_trail", {**quantities, "drift_px": over}, driving.source)
    room_stops = solution.positions["exposure_s"]
    at_limit = room_stops.value > driving.value / 2 ** (1 / 2)
    code = "stars_as_long_as" if at_limit else "stars_with_room"
    return Reason(code, quantities, driving.source)


def _sky_reasons(scene: Scene, solution: Solution) -> tuple[Reason, ...]:
    placed_stops = scene.sky_ev100 - solution.settings.ev100
    reasons = [
        Reason(
            "sky_lands",
            {
                "stops": placed_stops,
                "sigma_stops": scene.sky_sigma_stops,
                "light": scene.sky_source,
                "sky_ev100": scene.sky_ev100,
            },
            "meterless_meter",
        )
    ]
    if abs(solution.miss_stops) > SHORT_OF_LIGHT_STOPS:
        code = "short_of_light" if solution.miss_stops < 0 else "too_much_light"
        reasons.append(Reason(code, {"stops": abs(solution.miss_stops)}))
    if scene.sun_altitude_deg > -12:
        reasons.append(Reason("sky_not_dark", {"sun_altitude_deg": scene.sun_altitude_deg}))
    return tuple(reasons)


def _ground_reasons(scene: Scene, kit: Kit, solution: Solution) -> tuple[Reason, ...]:
    """What the ground does at the sky's settings, and the second frame it would take."""
    settings = solution.settings
    ground_stops = scene.ground_ev100 - settings.ev100
    lands = {"stops": ground_stops, "sigma_stops": scene.ground_sigma_stops}
    if ground_stops >= GROUND_ENOUGH_STOPS:
        return (Reason("ground_reads", lands, "meterless_meter"),)
    iso = kit.dials["iso"].nearest(GROUND_FRAME_ISO)
    frame = Settings(settings.exposure_s, settings.f_number, iso.value).following(
        "exposure_s", scene.ground_ev100 - GROUND_PLACEMENT_STOPS
    )
    exposure = kit.dials["exposure_s"].nearest(frame.exposure_s)
    return (
        Reason(
            "ground_needs",
            {
                **lands,
                "exposure_s": exposure.value,
                "f_number": settings.f_number,
                "iso": iso.value,
                "light_stops": GROUND_PLACEMENT_STOPS - ground_stops,
                "placement_stops": GROUND_PLACEMENT_STOPS,
            },
            "meterless_meter",
        ),
    )


RECIPE = Recipe(
    key="stars_over_foreground",
    inputs=(
        InputSpec(
            "star_school",
            "choice",
            "pixel_drift",
            options=("pixel_drift", "aperture_pitch_focal", "rule_of_500"),
            is_school=True,
        ),
        InputSpec("drift_tolerance_px", "number", 2.0, "px", 0.5, 20, 0.5),
        InputSpec("sky_placement_stops", "number", -2.0, "stops", -6, 2, 1 / 3),
        InputSpec(
            "aperture_school",
            "choice",
            "wide_open",
            options=("wide_open", "one_stop_down"),
            is_school=True,
        ),
    ),
    plan=plan,
)
