"""What to set next for a planned shot, after the takes judged so far or the words that may come."""

from collections.abc import Mapping, Sequence
from dataclasses import replace
from functools import partial

from patient_owl.core.advise.belief import (
    UNLEARNED,
    JudgedTake,
    Sharpness,
)
from patient_owl.core.advise.consequences import consequences
from patient_owl.core.advise.next import Advice, Room, next_setting
from patient_owl.core.advise.tree import Later, Tree, advice_tree, if_closed_early
from patient_owl.core.exposure.dials import Control, DialValue
from patient_owl.core.exposure.settings import EARLIEST_THIRDS, Positions, positions_near
from patient_owl.core.kept import kept
from patient_owl.core.light.part import WHOLE, Levers
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.shot import follow
from patient_owl.core.shot.follow import Step

STEP_WORDS_DEEP = 1  # of each minute's setting: with signal the rest follows
WORDS_DEEP = 3  # nineteen of twenty scenes are settled by then; see benchmarks/advisor.py
# Thirds of moving light that a word is answered for, and that "right" is: five minutes of dusk at
# least and a quarter of an hour over what is set when a night is taken along, half of it over what
# is set when the light has moved. Ours.
THIRDS_AHEAD, STEP_THIRDS_AHEAD = (4, 12), (2, 6)
STILL_AT_IT_S = 1800.0  # somebody whose last take is older begins anew; common practice


def room_of(planned: PlannedShot, after_s: float = 0.0, sharpness: Sharpness = UNLEARNED) -> Room:
    """Where the next setting may move, as the recipe and the photographer's locks have it."""
    return Room(
        demands=planned.plan.solution.demands.under(planned.plan.parts),
        has_tests=True,
        consequences=partial(
            consequences, planned.kit, planned.plan.blurs, planned.scene.temperature_c
        ),
        after_s=after_s,
        sharpness=sharpness,
    )


def as_shown(planned: PlannedShot, take: JudgedTake) -> JudgedTake:
    """A word said of the whole of a quick frame is about the lights it shows."""
    if WHOLE not in take.verdicts:
        return take
    shown = room_of(planned).shown(positions_near(planned.kit.dials, take.settings))
    if len(shown) == len(planned.plan.parts):
        return take
    said = {key: word for key, word in take.verdicts.items() if key != WHOLE}
    about = dict.fromkeys((part.key for part in shown), take.verdicts[WHOLE])
    return replace(take, verdicts={**about, **said})


def next_after_s(planned: PlannedShot, takes: Sequence[JudgedTake], now_s: float) -> float:
    """When the next take will be made: now, as long as somebody is still at it, to the third of a
    stop the light has moved since the last."""
    if not takes:
        return 0.0
    last_s, now_s = takes[-1].after_s, now_s - planned.at_s
    if not planned.is_meant(planned.at_s + now_s) or now_s > last_s + STILL_AT_IT_S:
        return last_s
    thirds = planned.thirds
    return thirds.times_s[thirds.place(now_s, thirds.nearest(last_s))]


def words_ahead(
    planned: PlannedShot,
    now: Positions,
    takes: Sequence[JudgedTake],
    now_s: float,
    sharpness: Sharpness = UNLEARNED,
    levers: Levers | None = None,
) -> Tree:
    """The advice for the words that may come next over what is set `now`, with the levers of
    what is brought as planned unless somebody says."""
    if takes or levers is not None:
        room = room_of(planned, next_after_s(planned, takes, now_s), sharpness)
        # one word was said already: as many frames in all are worked out beforehand
        deep = WORDS_DEEP - 1 if takes else WORDS_DEEP
        return advice_tree(
            now, takes, room, deep, levers, later=_later(planned, room, THIRDS_AHEAD)
        )
    return _first_words(planned, tuple(now.items()), sharpness)


@kept(most=64, mb=35)
def _first_words(
    planned: PlannedShot, now: tuple[tuple[Control, DialValue], ...], sharpness: Sharpness
) -> Tree:
    """Before any take, over the planned setting and its quick frame; kept, because a night
    taken along asks for every shot's."""
    positions = dict(now)
    room = room_of(planned, 0.0, sharpness)
    # a first look at the rest without what is performed leads to the real setting at once
    deep = WORDS_DEEP if planned.lead in room.shown(positions) else WORDS_DEEP - 1
    return advice_tree(positions, (), room, deep, later=_later(planned, room, THIRDS_AHEAD))


def _later(planned: PlannedShot, room: Room, thirds_ahead: tuple[int, int]) -> list[Later]:
    """The room as the light moves on, place by place."""
    for_words, when_right = thirds_ahead
    thirds = planned.thirds
    place = thirds.nearest(room.after_s) + 1
    times_s = thirds.times_s[place : place + when_right]
    return [Later(replace(room, after_s=t), i < for_words) for i, t in enumerate(times_s)]


def words_if_closed_early(
    planned: PlannedShot,
    now: Positions,
    takes: Sequence[JudgedTake],
    now_s: float,
    sharpness: Sharpness = UNLEARNED,
    levers: Levers | None = None,
) -> Mapping[int, Tree]:
    """`words_ahead`, one frame deep, where it is closed early, by thirds of a stop."""
    if takes or levers is not None:
        room = room_of(planned, next_after_s(planned, takes, now_s), sharpness)
        return _each_early(now, takes, room, levers)
    return _first_early(planned, tuple(now.items()), sharpness)


def _each_early(
    now: Positions, takes: Sequence[JudgedTake], room: Room, levers: Levers | None
) -> Mapping[int, Tree]:
    all_thirds = range(1, EARLIEST_THIRDS + 1)
    trees = if_closed_early(now, takes, room, [thirds / 3 for thirds in all_thirds], levers)
    return dict(zip(all_thirds, trees, strict=True))


@kept(most=64, mb=10)
def _first_early(
    planned: PlannedShot, now: tuple[tuple[Control, DialValue], ...], sharpness: Sharpness
) -> Mapping[int, Tree]:
    """Before any take; kept as `_first_words` is."""
    return _each_early(dict(now), (), room_of(planned, 0.0, sharpness), None)


def words_after(
    planned: PlannedShot,
    step: Step,
    takes: Sequence[JudgedTake] = (),
    sharpness: Sharpness = UNLEARNED,
) -> Tree:
    """The advice for the words over a step's setting, after the takes it follows from."""
    if not takes:
        return _first_words_after(planned, step.after_s, tuple(step.positions.items()), sharpness)
    return _words_after(planned, step, takes, sharpness)


def _words_after(
    planned: PlannedShot, step: Step, takes: Sequence[JudgedTake], sharpness: Sharpness
) -> Tree:
    room = room_of(planned, step.after_s, sharpness)
    deep, levers = STEP_WORDS_DEEP, step.levers
    later = _later(planned, room, STEP_THIRDS_AHEAD)
    return advice_tree(step.positions, takes, room, deep, levers, in_detail=False, later=later)


@kept(most=400, mb=20)
def _first_words_after(
    planned: PlannedShot,
    after_s: float,
    positions: tuple[tuple[Control, DialValue], ...],
    sharpness: Sharpness,
) -> Tree:
    """Before any take; kept as `_first_words` is."""
    step = Step(after_s, follow.moved(planned, 0.0, after_s), dict(positions))
    return _words_after(planned, step, (), sharpness)


def advice(
    planned: PlannedShot,
    takes: Sequence[JudgedTake],
    now_s: float,
    sharpness: Sharpness = UNLEARNED,
) -> Advice | None:
    """The next setting after the takes judged so far; None before the first."""
    if not takes:
        return None
    return next_setting(takes, room_of(planned, next_after_s(planned, takes, now_s), sharpness))


def steps_after(
    planned: PlannedShot,
    from_s: float,
    to_s: float,
    takes: Sequence[JudgedTake],
    sharpness: Sharpness = UNLEARNED,
) -> tuple[Step, ...]:
    """What the takes lead to each time the light has moved on; as planned where there are none."""
    if not takes:
        return follow.steps(planned, from_s, to_s)
    since_s = takes[-1].after_s
    steps = []
    for after_s in follow.place_times_s(planned, from_s, to_s):
        then = next_setting(takes, room_of(planned, after_s, sharpness))
        moved = follow.moved(planned, since_s, after_s)
        steps.append(Step(after_s, moved, then.positions, then.levers))
    return tuple(steps)
