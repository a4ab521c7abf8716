"""Attempts at practice nights: begun, tried frame by frame, judged, ended."""

import secrets
from collections.abc import Sequence
from uuid import UUID

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.reading import drawn_bins
from patient_owl.core.exposure.settings import Settings, positions_near
from patient_owl.core.judge.hold import Hold
from patient_owl.core.kept import kept
from patient_owl.core.picture.picture import aspect_of
from patient_owl.core.practice.attempt import Attempt, AttemptFrame
from patient_owl.core.practice.scenes import SCENARIOS, planned_for
from patient_owl.core.scenes.scenario import Scenario
from patient_owl.core.sky import ephemeris
from patient_owl.field.practice.schemas import (
    MOST_FRAMES,
    AttemptOut,
    FinishIn,
    FrameIn,
    PracticeFrameOut,
    PracticeSceneOut,
    WordIn,
)
from patient_owl.journal.takes.present import verdicts_out
from patient_owl.library.places.zones import zone
from patient_owl.library.schools.service import schools_of
from patient_owl.planning.computed.service import jpeg
from patient_owl.planning.wire.rails import rails_out
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.storage.owned import added, changed, owned, owned_rows
from patient_owl.platform.tables.practice import PracticeAttempt
from patient_owl.ports.errors import WrongState
from patient_owl.words.kinds import SCENES
from patient_owl.words.night import clock
from patient_owl.words.pictures import reading_text
from patient_owl.words.plan import sentence_rest, settings_text
from patient_owl.words.practice import (
    LEVELS,
    advised_lines,
    frame_lines,
    result_text,
    summary_lines,
)
from patient_owl.words.speech import Speech, speech

WIDTH_PX, READ_PX = 720, 240
LEFT_SET = Settings(1 / 60, 4.0, 400)  # what the camera was left at by day
HELPED_LEVEL = 1  # the plan's sentence is told
MEASURED_LEVEL = 2  # up to here the histogram is shown


def scenes_out(visit: Visit) -> list[PracticeSceneOut]:
    is_over = PracticeAttempt.is_over.is_(True)
    rows = owned_rows(visit.session, PracticeAttempt, visit.user.id, is_over)
    by_scene: dict[str, list[PracticeAttempt]] = {}
    for row in rows:
        by_scene.setdefault(row.scenario, []).append(row)
    return [
        PracticeSceneOut(
            key=scenario.key,
            title=SCENES[scenario.key].title,
            brief=SCENES[scenario.key].brief,
            level=scenario.level,
            level_text=LEVELS[scenario.level],
            minutes=round(scenario.lasts_s / 60),
            par=scenario.par,
            best=_best(scenario, by_scene.get(scenario.key, [])),
        )
        for scenario in SCENARIOS.values()
    ]


def _best(scenario: Scenario, rows: Sequence[PracticeAttempt]) -> str:
    if not rows:
        return ""
    best = min(rows, key=lambda row: (not row.is_met, len(row.frames)))
    return result_text(best.is_met, len(best.frames), scenario.par)


def begin(visit: Visit, key: str) -> PracticeAttempt:
    _scenario(key)
    row = PracticeAttempt(
        user_id=visit.user.id,
        scenario=key,
        seed=secrets.randbelow(2**31),
        frames=[],
        kept_frame=None,
        is_over=False,
        is_met=False,
    )
    return added(visit.session, row)


def get_attempt(visit: Visit, attempt_id: UUID) -> PracticeAttempt:
    return owned(visit.session, PracticeAttempt, visit.user.id, attempt_id)


def _scenario(key: str) -> Scenario:
    if key not in SCENARIOS:
        raise WrongValue("scenario", "one of " + ", ".join(SCENARIOS), key)
    return SCENARIOS[key]


def attempt_of(visit: Visit, row: PracticeAttempt) -> Attempt:
    """The row as the core reads it."""
    scenario = _scenario(row.scenario)
    frames = tuple(
        AttemptFrame(
            Settings(*frame["settings"]),
            frame["opens_s"],
            verdicts={"whole": frame["word"]} if frame["word"] else {},
        )
        for frame in row.frames
    )
    return Attempt(scenario, planned_for(scenario, schools_of(visit.user)), row.seed, frames)


def open_shutter(visit: Visit, row: PracticeAttempt, asked: FrameIn) -> PracticeAttempt:
    attempt = attempt_of(visit, row)
    if row.is_over:
        raise WrongState("This practice night is over. Begin it anew to try again.")
    if len(row.frames) >= MOST_FRAMES:
        raise WrongValue("frames", f"at most {MOST_FRAMES}", MOST_FRAMES + 1)
    now_s = attempt.looked_at_s(len(attempt.frames) - 1)
    if not now_s <= asked.opens_s < attempt.scenario.lasts_s:
        wanted = f"{now_s:.0f} to {attempt.scenario.lasts_s:.0f} s after it began"
        raise WrongValue("opens_s", wanted, f"{asked.opens_s:.0f} s")
    near = positions_near(attempt.planned.kit.dials, asked.settings.to_domain())
    settings = [near[c].value for c in ("exposure_s", "f_number", "iso", "nd_stops")]
    frame = {"settings": settings, "opens_s": asked.opens_s, "word": None}
    return changed(visit.session, row, row.version, {"frames": [*row.frames, frame]})


def say(visit: Visit, row: PracticeAttempt, asked: WordIn) -> PracticeAttempt:
    if asked.number >= len(row.frames):
        raise WrongValue("number", f"one of the {len(row.frames)} frames", asked.number)
    if row.is_over:
        raise WrongState("This practice night is over; its words are kept as they were.")
    frames = [dict(frame) for frame in row.frames]
    frames[asked.number]["word"] = asked.word
    return changed(visit.session, row, row.version, {"frames": frames})


def finish(visit: Visit, row: PracticeAttempt, asked: FinishIn) -> PracticeAttempt:
    if asked.kept is not None and asked.kept >= len(row.frames):
        raise WrongValue("kept", f"one of the {len(row.frames)} frames", asked.kept)
    attempt = attempt_of(visit, row)
    is_met = asked.kept is not None and attempt.is_met(asked.kept)
    ended = {"is_over": True, "is_met": is_met, "kept_frame": asked.kept}
    return changed(visit.session, row, row.version, ended)


def frame_jpeg(visit: Visit, row: PracticeAttempt, number: int) -> bytes:
    attempt = attempt_of(visit, row)
    if number >= len(attempt.frames):
        raise WrongValue("number", f"one of the {len(attempt.frames)} frames", number)
    return jpeg(attempt.picture(number, WIDTH_PX))


def attempt_out(visit: Visit, row: PracticeAttempt) -> AttemptOut:
    attempt = attempt_of(visit, row)
    scenario, planned, words = attempt.scenario, attempt.planned, SCENES[row.scenario]
    shows_histogram = scenario.level <= MEASURED_LEVEL or row.is_over
    is_helped = scenario.level == HELPED_LEVEL
    last = attempt.frames[-1] if attempt.frames else None
    first = planned.settings if is_helped else LEFT_SET
    shown = positions_near(planned.kit.dials, last.settings if last else first)
    limits = planned.plan.limits if is_helped or row.is_over else ()
    # whoever practises sets everything by himself
    by_hand = Hold({control: position.value for control, position in shown.items()})
    return AttemptOut(
        id=row.id,
        scenario=row.scenario,
        title=words.title,
        brief=words.brief,
        ends=words.ends,
        level=scenario.level,
        par=scenario.par,
        lasts_s=scenario.lasts_s,
        begins_local=_clock(scenario, 0.0),
        now_s=attempt.looked_at_s(len(attempt.frames) - 1),
        passes_s=_passes(scenario),
        aspect=aspect_of(planned),
        sentence=sentence_rest(planned.plan.lead, planned.plan.reasons) if is_helped else "",
        rails=rails_out(planned.kit, shown, limits, by_hand, ()),
        verdicts=verdicts_out(),
        shows_histogram=shows_histogram,
        frames=[
            _frame_out(row, attempt, number, shows_histogram=shows_histogram)
            for number in range(len(attempt.frames))
        ],
        is_over=row.is_over,
        kept=row.kept_frame,
        summary=summary_lines(attempt, row.kept_frame) if row.is_over else [],
    )


def _passes(scenario: Scenario) -> list[float]:
    """When what is waited for comes."""
    return list(scenario.passing.until(scenario.lasts_s)) if scenario.passing else []


def _clock(scenario: Scenario, after_s: float) -> str:
    at = ephemeris.moment_utc(scenario.begins_s + after_s)
    return clock(at, zone(scenario.place.zone))


def _frame_out(
    row: PracticeAttempt, attempt: Attempt, number: int, *, shows_histogram: bool
) -> PracticeFrameOut:
    frame = attempt.frames[number]
    histogram, reading = _read(attempt, number) if shows_histogram else ((), "")
    return PracticeFrameOut(
        number=number,
        settings=settings_text(positions_near(attempt.planned.kit.dials, frame.settings)),
        at_local=_clock(attempt.scenario, frame.opens_s),
        histogram=list(histogram),
        reading=reading,
        word=row.frames[number]["word"],
        lines=frame_lines(attempt, number) if row.is_over else [],
        advised=advised_lines(attempt, number) if row.is_over else [],
    )


def _read(attempt: Attempt, number: int) -> tuple[tuple[int, ...], str]:
    """A frame's histogram, small, and what it says; the same frame is read once."""
    frame = attempt.frames[number]
    settings = frame.settings
    values = settings.exposure_s, settings.f_number, settings.iso, settings.nd_stops
    return _read_once(attempt.scenario.key, attempt.seed, number, frame.opens_s, values, speech())


@kept(most=512, mb=1)
def _read_once(
    key: str,
    seed: int,
    number: int,
    opens_s: float,
    values: tuple[float, float, float, float],
    _said_so: Speech,
) -> tuple[tuple[int, ...], str]:
    scenario = SCENARIOS[key]
    before = tuple(AttemptFrame(Settings(*values), 0.0) for _ in range(number))
    frames = (*before, AttemptFrame(Settings(*values), opens_s))
    picture = Attempt(scenario, planned_for(scenario, {}), seed, frames).picture(number, READ_PX)
    return tuple(drawn_bins(picture.histogram)), reading_text(picture.reading)
