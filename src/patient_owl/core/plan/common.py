"""What several recipes share: marks of the kit, reasons for a miss, the subject's light."""

import math
from collections.abc import Callable, Sequence
from dataclasses import replace

from patient_owl.core.exposure.bracket import BracketFrame, bracket, frames_for
from patient_owl.core.exposure.dials import Control
from patient_owl.core.judge import worth
from patient_owl.core.judge.choose import MISSED_STOPS, Solution, choose
from patient_owl.core.judge.demand import Demands
from patient_owl.core.judge.liked import Liked
from patient_owl.core.judge.worth import is_hard
from patient_owl.core.kit import Kit
from patient_owl.core.light.ambient import lamp, lamp_under_sky, natural
from patient_owl.core.light.found import as_learned
from patient_owl.core.light.part import LightPart
from patient_owl.core.limits.limit import Limit, allowed, passed
from patient_owl.core.limits.sensor import knee_mark
from patient_owl.core.limits.support import battery, ceiling_mark, handheld, wind
from patient_owl.core.plan.bringing import brought_parts, needs_of
from patient_owl.core.plan.types import InputSpec, Intent, Moment, Scene, self_timer_s
from patient_owl.core.reason import Quantities, Reason
from patient_owl.core.tables.between import BETWEEN, UNSAID, Between
from patient_owl.core.tables.scenes import SCENES

SCENE_KEYS = ("natural", "metered", *(scene.key for scene in SCENES))


def kit_marks(scene: Scene, kit: Kit) -> tuple[Limit, ...]:
    """Facts of hands, release, wind, battery and gain; of these only the battery binds."""
    marks = (
        handheld(kit),
        ceiling_mark(kit),
        wind(scene.gust_m_s, kit),
        knee_mark(kit),
        battery(kit, scene.temperature_c),
    )
    return tuple(mark for mark in marks if mark is not None)


def setting_for(
    parts: Sequence[LightPart],
    kit: Kit,
    intent: Intent,
    limits: Sequence[Limit],
    liked: Liked,
) -> Solution:
    """The setting for the lights of a picture, what is brought besides among them.

    parts: the lead first.
    """
    there = {part.key for part in parts}
    brought = (part for part in brought_parts(kit, intent) if part.key not in there)
    return choose(
        Demands(
            parts=(*parts, *brought),
            dials=kit.dials,
            limits=tuple(limits),
            pulls=worth.pulls(liked),
            hold=intent.hold,
            prefers=intent.prefers,
            noisy_iso=kit.noisy_iso,
            needs=needs_of(kit, intent),
            keeps=kit.body.keeps,
        )
    )


def miss_reasons(solution: Solution) -> tuple[Reason, ...]:
    """That the picture comes out brighter or darker than wanted, where it shows."""
    if abs(solution.miss_stops) <= MISSED_STOPS:
        return ()
    code = "short_of_light" if solution.miss_stops < 0 else "too_much_light"
    return (Reason(code, {"stops": abs(solution.miss_stops)}),)


def passed_reasons(solution: Solution) -> tuple[Reason, ...]:
    """Each limit that was given up, and by how much, where that shows."""
    demands = solution.demands
    return tuple(
        Reason("limit_passed", {"limit": limit.code, "stops": stops})
        for limit, stops in passed(demands.limits, solution.positions)
        if not is_hard(limit.code) and limit.control not in demands.hold.kept
    )


def found_reasons(solution: Solution) -> tuple[Reason, ...]:
    """That earlier nights found such a light off its prediction, and it is reckoned with."""
    part = solution.landings[0].part
    if not part.found_stops:
        return ()
    quantities = {"stops": part.found_stops, "sigma_stops": part.sigma_stops}
    if not part.found_nights:
        return (Reason("found_elsewhere", quantities),)
    return (Reason("found_before", {**quantities, "nights": part.found_nights}),)


def time_reasons(solution: Solution, kit: Kit) -> tuple[Reason, ...]:
    """That a film needs longer than metered, and that the camera cannot count so far."""
    reasons = []
    settings = solution.settings
    if settings.lost_stops > 0:
        metered_s = settings.exposure_s / 2**settings.lost_stops
        quantities = {
            "exposure_s": settings.exposure_s,
            "metered_s": metered_s,
            "stops": settings.lost_stops,
        }
        reasons.append(Reason("film_needs", quantities, "film_sheet"))
    if solution.positions["exposure_s"].is_bulb:
        has_remote = kit.support.release in ("cable", "timer")
        reasons.append(Reason("bulb_needed" if has_remote else "bulb_without_remote"))
    return tuple(reasons)


def lands(solution: Solution) -> Reason:
    """Where the subject's brightness ends up."""
    landing = solution.landings[0]
    quantities = {"stops": landing.landed_stops, "sigma_stops": landing.part.sigma_stops}
    return Reason("subject_lands", quantities)


def sky_lands(solution: Solution) -> Reason:
    """Where the sky ends up, by what light."""
    landing = solution.landings[0]
    return Reason(
        "sky_lands",
        {
            "stops": landing.landed_stops,
            "sigma_stops": landing.part.sigma_stops,
            "light": landing.part.source,
            "sky_ev100": landing.part.ev100,
        },
        "meterless_meter",
    )


BRACKET_STEP_STOPS = 1.0


def bracket_of(
    control: Control, solution: Solution, kit: Kit, limits: Sequence[Limit]
) -> tuple[BracketFrame, ...]:
    """Bracket of one control as wide as the lead light's ± asks for, inside what binds it.

    What the photographer holds outside a limit is bracketed on the whole dial.
    """
    dial, centre = kit.dials[control], solution.positions[control]
    inside = allowed(dial, limits)
    if inside is None or centre not in inside.values:
        inside = dial
    frames = frames_for(solution.landings[0].part.sigma_stops, BRACKET_STEP_STOPS)
    bracketed = bracket(centre, inside, frames, BRACKET_STEP_STOPS)
    return tuple(frame for frame in bracketed if frame.is_on_dial)


def free_bracket(
    solution: Solution, kit: Kit, limits: Sequence[Limit]
) -> tuple[Control, tuple[BracketFrame, ...]]:
    """Where the picture binds its time: the first control whose limits leave a whole bracket, else
    the one that leaves most of it."""
    whole = frames_for(solution.landings[0].part.sigma_stops, BRACKET_STEP_STOPS)
    order: tuple[Control, ...] = ("exposure_s", "f_number", "iso")
    best: tuple[Control, tuple[BracketFrame, ...]] = order[0], ()
    for control in order:
        frames = bracket_of(control, solution, kit, limits)
        if len(frames) > len(best[1]):
            best = control, frames
        if len(frames) == whole:
            break
    return best


def time_bracket(solution: Solution, kit: Kit, limits: Sequence[Limit]) -> tuple[BracketFrame, ...]:
    return bracket_of("exposure_s", solution, kit, limits)


PLACEMENT_RANGE_STOPS = (-6.0, 3.0)  # from mid-grey; a frame holds no more. Common practice.


def placement_input(default_stops: float) -> InputSpec:
    least, most = PLACEMENT_RANGE_STOPS
    return InputSpec("placement_stops", "number", default_stops, "stops", least, most, 1 / 3)


def seconds_until(scene: Scene, margin: Callable[[Moment], float]) -> float | None:
    """Seconds until a margin on the night's light first comes to nought from now on, between the
    moments of the night; None if it never does."""
    before: tuple[float, float] | None = None
    for moment in scene.night:
        now = moment.after_s, margin(moment)
        if now[0] >= 0 and now[1] >= 0:
            if before is None or before[1] >= 0 or before[0] < 0:
                return max(0.0, now[0])
            share = -before[1] / (now[1] - before[1])
            return before[0] + share * (now[0] - before[0])
        before = now
    return None


def setting_up(intent: Intent, kit: Kit) -> tuple[str, ...]:
    """The first steps: legs as high as the photographer likes them, stabiliser off, mirror up."""
    mirror = ("mirror_up",) if kit.body.first_curtain == "mirror" else ()
    return (intent.side("tripod_school"), "stabiliser_off", *mirror)


def releasing(intent: Intent, solution: Solution) -> str:
    """How the shutter is opened; beyond the camera's own times only a remote will do."""
    return "release_timer" if self_timer_s(intent, solution.positions) else "release_remote"


def between_input() -> InputSpec:
    """The question what stands between the sky and what it lights."""
    return InputSpec("between", "choice", UNSAID, options=tuple(between.key for between in BETWEEN))


def light_inputs(default: str) -> tuple[InputSpec, ...]:
    """The questions about what lights the subject."""
    return (
        InputSpec("lit_by", "choice", default, options=SCENE_KEYS),
        replace(between_input(), only_if=("lit_by", ("natural",))),
        InputSpec(
            "metered_ev100", "number", 4.0, "EV", -12, 16, 1 / 3, only_if=("lit_by", ("metered",))
        ),
    )


def said_between(intent: Intent) -> str:
    """The answer a finding hangs on; nothing where it is not asked."""
    return intent.word("between") if intent.inputs.get("lit_by") == "natural" else ""


def between_of(intent: Intent) -> Between:
    """What stands between sky and subject, as far as anybody said."""
    return next(between for between in BETWEEN if between.key == intent.word("between"))


def light_reasons(scene: Scene, intent: Intent, solution: Solution) -> tuple[Reason, ...]:
    """All that is to be said of the light of a picture that `light_inputs` asked about."""
    return (
        *too_long(solution),
        *found_reasons(solution),
        *_between_reasons(scene, intent),
        *miss_reasons(solution),
    )


def _between_reasons(scene: Scene, intent: Intent) -> tuple[Reason, ...]:
    """What stands between sky and subject, and what the forecast's cloud does."""
    if intent.word("lit_by") != "natural":
        return ()
    between, reasons = between_of(intent), []
    if between.key == UNSAID:
        reasons.append(Reason("between_unsaid", {"sigma_stops": between.sigma_stops}))
    elif between.stops != 0:
        quantities: Quantities = {"between": between.key, "stops": abs(between.stops)}
        code = "between_takes" if between.stops < 0 else "between_gives"
        reasons.append(Reason(code, {**quantities, "sigma_stops": between.sigma_stops}))
    return (*reasons, *cloud_reasons(scene))


# Longer than this at base ISO for one frame of anything but stars nobody means: something was left
# unsaid.
ABSURDLY_LONG_S, USUAL_F_NUMBER = 1800.0, 8.0


def too_long(solution: Solution) -> tuple[Reason, ...]:
    """That a plan has come out absurd, and what is likely missing."""
    settings, base = solution.settings, solution.demands.dials["iso"]
    gained = settings.iso / base.at_least(base.usual_from).value
    exposure_s = settings.exposure_s * gained * (USUAL_F_NUMBER / settings.f_number) ** 2
    if exposure_s < ABSURDLY_LONG_S or settings.exposure_s < worth.WAIT_FROM_S:
        return ()
    by_sky = solution.landings[0].part.source == "natural"
    code = "too_long_by_sky" if by_sky else "too_long"
    return (Reason(code, {"exposure_s": exposure_s}),)


CLOUD_WORTH_SAYING = 0.1  # of the sky: less moves nothing anybody sees; common practice


def cloud_reasons(scene: Scene) -> tuple[Reason, ...]:
    """That the forecast's cloud acts in the plan."""
    if scene.cloud_cover is None or scene.cloud_cover < CLOUD_WORTH_SAYING:
        return ()
    return (Reason("cloud_acts", {"share": scene.cloud_cover}, "kasten1980"),)


METERED_SIGMA_STOPS = 0.5  # a meter reading and where it was taken; common practice


def lit_part(
    scene: Scene,
    intent: Intent,
    placement: str,
    *,
    key: str = "subject",
    is_outdoors: bool = True,
) -> LightPart:
    """The light of a subject, as `light_inputs` were answered: outdoors the sky adds to a lamp.

    placement: the question where it is wanted. What was found of it at this place before is
    reckoned with.
    """
    part = _predicted(scene, intent, intent.number(placement), key, is_outdoors=is_outdoors)
    part = replace(part, is_said=placement in intent.said)
    return as_learned(part, said_between(intent), scene.learned)


def _predicted(
    scene: Scene, intent: Intent, placement_stops: float, key: str, *, is_outdoors: bool
) -> LightPart:
    lit_by = intent.word("lit_by")
    sky = scene.ground_ev100, scene.ground_sigma_stops
    if lit_by == "natural":
        between = between_of(intent)
        shaded = sky[0] + between.stops, math.hypot(sky[1], between.sigma_stops)
        return natural(key, lit_by, shaded, scene.night.of_ground, placement_stops)
    if lit_by == "metered":
        metered = intent.number("metered_ev100")
        return lamp(key, lit_by, metered, METERED_SIGMA_STOPS, placement_stops)
    table_scene = next(scene for scene in SCENES if scene.key == lit_by)
    of_lamp = table_scene.ev100, table_scene.sigma_stops
    if not is_outdoors:
        return lamp(key, lit_by, *of_lamp, placement_stops)
    changes = scene.night.of_ground
    return lamp_under_sky(key, lit_by, of_lamp, sky, changes, placement_stops)


def subject_part(scene: Scene, intent: Intent, *, is_outdoors: bool = True) -> LightPart:
    """The subject as the picture's light, where the photographer placed it."""
    return lit_part(scene, intent, "placement_stops", is_outdoors=is_outdoors)


def sky_part(scene: Scene, intent: Intent) -> LightPart:
    """The sky in the frame, where the photographer placed it."""
    now, placed = (scene.sky_ev100, scene.sky_sigma_stops), intent.number("sky_placement_stops")
    part = natural("sky", scene.sky_source, now, scene.night.of_sky, placed)
    return as_learned(part, "", scene.learned)
