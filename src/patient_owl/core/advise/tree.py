"""The advice for everything that may be seen in the next frames, for a place with no signal.

Of a frame one light may be judged or several, each by a word of its own, and of the light the
picture is exposed for it may be said where its hump stands on the camera's histogram.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import product
from math import prod
from typing import NamedTuple

from patient_owl.core.advise.belief import (
    RIGHT,
    WORDS,
    Belief,
    JudgedTake,
    Verdict,
    WordOutcome,
    after_each_hump,
    after_each_word,
    carried,
    evidence_on,
    weigh,
)
from patient_owl.core.advise.next import (
    Advice,
    Known,
    Room,
    decide_each,
    early_of,
    kept_setting,
    known_after,
    last_kept,
    nothing_known,
    settings_each,
)
from patient_owl.core.exposure.settings import Positions, settings_on
from patient_owl.core.exposure.spot import HUMPS, Spot
from patient_owl.core.light.part import WHOLE, Levers, LightPart
from patient_owl.core.types import FloatArray

# A path that fewer than one in so many take ("blown" after "black") ends: a fifth of the work, and
# one in forty who come to a third word. Ours, weighed by the prior and the words of `belief.py`.
LEAST_SHARE = 1 / 200
# A hump with a word beside it is worked out where so many of those who tap one say it, and after a
# hump another frame where so many come there. Ours.
LEAST_DETAIL_SHARE, LEAST_AFTER_HUMP_SHARE = 1 / 100, 1 / 25

Words = Mapping[str, Verdict]  # by light, in the picture's order
Outcomes = Mapping[Verdict, WordOutcome]
Weights = Mapping[str, FloatArray]  # what is believed of each light so far, by its key
Mark = Verdict | Spot
"""What is seen of a light in a frame: a word, or where its hump stands."""
Seen = tuple[tuple[str, Mark], ...]
"""What is seen in a frame, light by light; a single light is WHOLE. Of one that is read and called
right there are both."""


@dataclass(frozen=True)
class Node:
    """Advice at the end of a path of frames, and what follows from it. later: what is set instead
    once the light has moved on, place by place of its course."""

    advice: Advice
    after: "Tree"
    later: tuple[tuple[Positions, Levers], ...] = ()


Tree = Mapping[Seen, Node]
"""What each thing that may be seen in a frame leads to."""


class Later(NamedTuple):
    """The room once the light has moved on. is_for_all: of all that may be seen, else of all right
    alone, over which people go on longest."""

    room: Room
    is_for_all: bool


def advice_tree(
    first: Positions,
    takes: Sequence[JudgedTake],
    room: Room,
    depth: int,
    levers: Levers | None = None,
    *,
    in_detail: bool = True,
    later: Sequence[Later] = (),
) -> Tree:
    """`depth` frames deep. in_detail: with what is said seldom of the first of them. later: the
    room as the light moves on, for what is seen in the first.

    `first`: the settings of the first of them, after `takes` already judged, and `levers`, where
    those of the lights that are brought stand unless as planned. Where nothing is to be changed and
    nothing is left to speak of, or hardly anybody comes, the tree ends.
    """
    kept = last_kept(takes, room)
    if kept is not None:
        put = room.planned_levers(first) if levers is None else levers
        then = [kept_setting(takes, kept, there, first, put) for there, _ in later]
        moved = tuple((advice.positions, advice.levers) for advice in then)
        stays = Node(kept_setting(takes, kept, room, first, put), {}, moved)
        shown = room.shown(first)
        keys = [part.key for part in shown]
        return {_named(tuple(dict.fromkeys(keys, word).items()), room): stays for word in WORDS}
    known = known_after(takes, room) if takes else nothing_known(first, room)
    known = known.setting(first, room, levers)
    laters = [
        _Later(there, is_for_all, _beliefs(first, takes, there) if is_for_all else {})
        for there, is_for_all in later
    ]
    weights = _weights(takes, room)
    return _branches(known, weights, room, depth, in_detail=in_detail, laters=laters)


def _beliefs(first: Positions, takes: Sequence[JudgedTake], room: Room) -> Mapping[str, Belief]:
    return (known_after(takes, room) if takes else nothing_known(first, room)).beliefs


def if_closed_early(
    first: Positions,
    takes: Sequence[JudgedTake],
    room: Room,
    all_stops: Sequence[float],
    levers: Levers | None = None,
) -> list[Tree]:
    """`advice_tree`, one frame deep, of a frame that was closed so many stops of time early, for
    each of them."""
    if last_kept(takes, room) is not None:
        return [advice_tree(first, takes, room, 1, levers)] * len(all_stops)
    known = known_after(takes, room) if takes else nothing_known(first, room)
    known, weights = known.setting(first, room, levers), _weights(takes, room)
    as_set = settings_on(room.dials, first)
    frames = []
    for stops in all_stops:
        made = replace(as_set, exposure_s=as_set.exposure_s * 2.0**-stops)
        closed = replace(known, early=early_of(as_set, made, room, known.levers))
        outcomes = _outcomes(closed, weights, room, 1.0, in_detail=False)
        frames.append([(outcome, _knowing(outcome, closed, room)) for outcome in outcomes])
    # of all frames in one go: they leave the same setting
    advice = iter(decide_each([then for frame in frames for _, then in frame], room))
    return [
        {_named(outcome.seen, room): Node(next(advice), {}) for outcome, _ in frame}
        for frame in frames
    ]


def _weights(takes: Sequence[JudgedTake], room: Room) -> Weights:
    """What is believed of each light after the takes."""
    return {
        part.key: weigh(part, evidence_on(part, takes), room.after_s, room.sharpness)
        for part in room.parts
    }


@dataclass(frozen=True)
class _Outcome:
    """Something that may be seen in a frame: the words, and where the lead was read; what each
    leaves of its light, and how likely somebody is to say so."""

    words: Mapping[str, Verdict]
    spots: Mapping[str, Spot]
    left: Mapping[str, WordOutcome]
    share: float

    @property
    def seen(self) -> Seen:
        return (*self.spots.items(), *self.words.items())


class _Later(NamedTuple):
    """`Later`, and what is believed there of lights that the next frame tells nothing of."""

    room: Room
    is_for_all: bool
    beliefs: Mapping[str, Belief]


def _branches(
    known: Known,
    weights: Weights,
    room: Room,
    depth: int,
    got_here: float = 1.0,
    *,
    in_detail: bool = False,
    laters: Sequence[_Later] = (),
) -> Tree:
    """Everything that may be seen in a frame of what is set now. got_here: the share of people."""
    ways = len(room.asked(known.now))
    outcomes = _outcomes(known, weights, room, got_here / ways, in_detail=in_detail)
    thens = [_knowing(outcome, known, room) for outcome in outcomes]
    seen = list(zip(outcomes, thens, strict=True))
    is_about_all = len(outcomes[RIGHT].left) == len(room.parts)
    right = [seen[RIGHT]] if is_about_all else []
    # once more is seen, of what ends most evenings alone
    moved_on = _moved_on(right if got_here < 1 else seen, right, room, laters)
    nodes: dict[Seen, Node] = {}
    for outcome, then, advice in zip(outcomes, thens, decide_each(thens, room), strict=True):
        deeper: Tree = {}
        goes_on = advice.changes or len(outcome.left) < len(room.parts)
        # what follows is said of one light out of several; once it was read, it is seldom needed
        least_share = LEAST_AFTER_HUMP_SHARE if outcome.spots else LEAST_SHARE * ways
        if depth > 1 and goes_on and outcome.share >= least_share:
            next_known = then.setting(advice.positions, room, advice.levers)
            left = {key: outcome.left[key].weights for key in outcome.left}
            left_depth = 1 if outcome.spots else depth - 1
            deeper = _branches(
                next_known, {**weights, **left}, room, left_depth, outcome.share, laters=laters
            )
        nodes[_named(outcome.seen, room)] = Node(advice, deeper, moved_on.get(outcome.seen, ()))
    return nodes


def _outcomes(
    known: Known, weights: Weights, room: Room, share: float, *, in_detail: bool
) -> list[_Outcome]:
    """One word of all lights, or all right but one; in detail also each light alone, several by
    different words, and where the hump of the lead stands. share: of people who look each way."""
    shown = room.shown(known.now)
    words = {
        part.key: after_each_word(part, weights[part.key], known.made[part.key], room.after_s)
        for part in shown
    }
    outcomes = [_all_said(shown, word, words) for word in WORDS]
    if len(shown) > 1:
        different = _different_words(shown, in_detail=in_detail)
        outcomes += [_said(spoken, words) for spoken in different]
    if in_detail and len(shown) > 1:
        outcomes += [_said({part.key: word}, words) for part in shown for word in WORDS]
    if in_detail and room.lead in shown:
        outcomes += _humps(room, weights[room.lead.key], known.stands[room.lead.key], words)
    return [replace(outcome, share=share * outcome.share) for outcome in outcomes]


def _said(spoken: Words, words: Mapping[str, Outcomes]) -> _Outcome:
    left = {key: words[key][word] for key, word in spoken.items()}
    return _Outcome(spoken, {}, left, prod(outcome.share for outcome in left.values()))


def _all_said(shown: Sequence[LightPart], word: Verdict, words: Mapping[str, Outcomes]) -> _Outcome:
    """One word of all lights at once: as likely as of the first of them."""
    spoken = dict.fromkeys((part.key for part in shown), word)
    return replace(_said(spoken, words), share=words[shown[0].key][word].share)


def _different_words(shown: Sequence[LightPart], *, in_detail: bool) -> Iterator[Words]:
    """Of several lights each by its word, not all by the same: all right but one, as people say it
    who called the whole right first; of two in detail any."""
    for words in product(WORDS, repeat=len(shown)):
        wrong = sum(word != "right" for word in words)
        if wrong == 1 or (in_detail and len(shown) == 2 and len(set(words)) > 1):
            yield {part.key: word for part, word in zip(shown, words, strict=True)}


def _humps(
    room: Room, weights: FloatArray, ev100: float, words: Mapping[str, Outcomes]
) -> Iterator[_Outcome]:
    """Where the hump of the lead may stand: alone, with "right" said of it, and with a word of one
    of the other lights."""
    lead, right = room.lead, words[room.lead.key]["right"]
    others = [(key, word) for key in words if key != lead.key for word in WORDS]
    for spot, left in zip(HUMPS, after_each_hump(lead, weights, ev100, room.after_s), strict=True):
        yield _Outcome({}, {lead.key: spot}, {lead.key: left}, left.share)
        for key, word in others:
            both = {lead.key: left, key: words[key][word]}
            share = left.share * words[key][word].share
            if share >= LEAST_DETAIL_SHARE:
                yield _Outcome({key: word}, {lead.key: spot}, both, share)
    near = after_each_hump(lead, right.weights, ev100, room.after_s)
    for spot, left in zip(HUMPS, near, strict=True):
        if left.share >= LEAST_DETAIL_SHARE:
            share = right.share * left.share
            yield _Outcome({lead.key: "right"}, {lead.key: spot}, {lead.key: left}, share)


def _knowing(outcome: _Outcome, known: Known, room: Room) -> Known:
    """What is known once it was seen."""
    beliefs = {key: left.belief for key, left in outcome.left.items()}
    return replace(
        known,
        beliefs={**known.beliefs, **beliefs},
        spoken_of=known.spoken_of | outcome.left.keys(),
        words=outcome.words,
        spots=outcome.spots,
        takes=known.takes + 1,
        changed_stops={},
        was_right=known.was_right or known.words.get(room.lead.key) == "right",
    )


def _moved_on(
    seen: Sequence[tuple[_Outcome, Known]],
    right: Sequence[tuple[_Outcome, Known]],
    room: Room,
    laters: Sequence[_Later],
) -> dict[Seen, tuple[tuple[Positions, Levers], ...]]:
    """What is set after each thing seen once the light has moved on; further on after all right
    alone."""
    moved: dict[Seen, tuple[tuple[Positions, Levers], ...]] = {}
    for later in laters:
        some = seen if later.is_for_all else right
        if not some:
            continue
        carried_on = [_carried(outcome, then, room, later) for outcome, then in some]
        settings = settings_each(carried_on, later.room)
        for (outcome, _), setting in zip(some, settings, strict=True):
            moved[outcome.seen] = (*moved.get(outcome.seen, ()), setting)
    return moved


def _carried(outcome: _Outcome, then: Known, room: Room, later: _Later) -> Known:
    """The same once the light has moved on."""
    there, beliefs = later.room, dict(later.beliefs)
    for part in room.parts:
        if (left := outcome.left.get(part.key)) is not None:
            is_read = part.key in outcome.spots
            beliefs[part.key] = carried(part, left, room.after_s, there.after_s, is_read=is_read)
    changed_stops = {part.key: part.moved(room.after_s, there.after_s) for part in room.parts}
    here = there.from_here(then.now)
    return replace(then, beliefs=beliefs, changed_stops=changed_stops, here=here)


def _named(seen: Seen, room: Room) -> Seen:
    """As people name it: a single light is the whole picture."""
    return tuple((WHOLE, mark) for _, mark in seen) if len(room.parts) == 1 else seen
