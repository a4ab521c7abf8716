"""The advice for everything that may be seen in the next frames, for a place with no signal.

Of a frame one light may be judged or several, each by a word of its own, and of the light the
picture is exposed for it may be said where its hump stands on the camera's histogram.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import product
from math import prod

from patient_owl.core.advise.belief import (
    WORDS,
    JudgedTake,
    Verdict,
    WordOutcome,
    after_each_hump,
    after_each_word,
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
)
from patient_owl.core.exposure.settings import Positions, settings_on
from patient_owl.core.exposure.spot import HUMPS, Spot
from patient_owl.core.light.part import WHOLE, Levers, LightPart
from patient_owl.core.types import FloatArray

# A path that fewer than one in so many take ("blown" after "black") ends: a fifth of the work, and
# one in forty who come to a third word. Ours, weighed by the prior and the words of `belief.py`.
LEAST_SHARE = 1 / 200
# What is said more seldom of a frame, different words over its lights and where its hump stands,
# is worked out down to the first of these shares in the first frame, later to the second. Ours.
LEAST_FIRST_SHARE, LEAST_DETAIL_SHARE = 1 / 1000, 1 / 50

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
    """Advice at the end of a path of frames, and what follows from it."""

    advice: Advice
    after: "Tree"


Tree = Mapping[Seen, Node]
"""What each thing that may be seen in a frame leads to."""


def advice_tree(
    first: Positions,
    takes: Sequence[JudgedTake],
    room: Room,
    depth: int,
    levers: Levers | None = None,
) -> Tree:
    """`depth` frames deep.

    `first`: the settings of the first of them, after `takes` already judged, and `levers`, where
    those of the lights that are brought stand unless as planned. Where nothing is to be changed and
    nothing is left to speak of, or hardly anybody comes, the tree ends.
    """
    kept = last_kept(takes, room)
    if kept is not None:
        put = room.planned_levers(first) if levers is None else levers
        stays = Node(kept_setting(takes, kept, room, first, put), {})
        shown = room.shown(first)
        keys = [part.key for part in shown]
        return {_named(tuple(dict.fromkeys(keys, word).items()), room): stays for word in WORDS}
    known = known_after(takes, room) if takes else nothing_known(first, room)
    return _branches(known.setting(first, room, levers), _weights(takes, room), room, depth)


def if_closed_early(
    first: Positions,
    takes: Sequence[JudgedTake],
    room: Room,
    stops: float,
    levers: Levers | None = None,
) -> Tree:
    """`advice_tree`, one frame deep, of a frame that was closed so many stops of time early."""
    if last_kept(takes, room) is not None:
        return advice_tree(first, takes, room, 1, levers)
    known = known_after(takes, room) if takes else nothing_known(first, room)
    known = known.setting(first, room, levers)
    as_set = settings_on(room.dials, first)
    made = replace(as_set, exposure_s=as_set.exposure_s * 2.0**-stops)
    early = early_of(as_set, made, room, known.levers)
    return _branches(replace(known, early=early), _weights(takes, room), room, 1)


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


def _branches(
    known: Known, weights: Weights, room: Room, depth: int, got_here: float = 1.0
) -> Tree:
    """Everything that may be seen in a frame of what is set now. got_here: the share of people."""
    outcomes = _outcomes(known, weights, room, got_here)
    thens = [_knowing(outcome, known, room) for outcome in outcomes]
    nodes: dict[Seen, Node] = {}
    for outcome, then, advice in zip(outcomes, thens, decide_each(thens, room), strict=True):
        deeper: Tree = {}
        goes_on = advice.changes or len(outcome.left) < len(room.parts)
        # once it was read, another look is seldom needed
        is_usual = not outcome.spots and _is_usual(outcome.words)
        least_share = LEAST_SHARE if is_usual else LEAST_DETAIL_SHARE
        if depth > 1 and goes_on and outcome.share >= least_share:
            next_known = then.setting(advice.positions, room, advice.levers)
            left = {key: outcome.left[key].weights for key in outcome.left}
            left_depth = 1 if outcome.spots else depth - 1
            deeper = _branches(next_known, {**weights, **left}, room, left_depth, outcome.share)
        nodes[_named(outcome.seen, room)] = Node(advice, deeper)
    return nodes


def _outcomes(known: Known, weights: Weights, room: Room, got_here: float) -> list[_Outcome]:
    """Each light by a word, all by the same, several by different ones, and where the hump of the
    lead stands; each way of looking is as likely as another."""
    shown = room.shown(known.now)
    words = {
        part.key: after_each_word(part, weights[part.key], known.made[part.key], room.after_s)
        for part in shown
    }
    is_first = got_here == 1.0
    plain = [_all_said(shown, word, words) for word in WORDS]
    if len(shown) > 1:
        plain += [_said(spoken, words) for spoken in _different_words(shown) if _is_usual(spoken)]
        if is_first:
            plain += [_said({part.key: word}, words) for part in shown for word in WORDS]
    details = [_said(said, words) for said in _different_words(shown) if not _is_usual(said)]
    if room.lead in shown and not known.spots and known.early is None:
        details += _humps(room, weights[room.lead.key], known.stands[room.lead.key], words)
    share = got_here / len(room.asked(known.now))
    least = (LEAST_FIRST_SHARE if is_first else LEAST_DETAIL_SHARE) / share
    kept = [
        detail
        for detail in details
        # of the frame one stands before, whatever may be said of two lights is there
        if detail.share >= least or (is_first and len(shown) <= 2 and not detail.spots)
    ]
    return [replace(outcome, share=share * outcome.share) for outcome in (*plain, *kept)]


def _said(spoken: Words, words: Mapping[str, Outcomes]) -> _Outcome:
    left = {key: words[key][word] for key, word in spoken.items()}
    return _Outcome(spoken, {}, left, prod(outcome.share for outcome in left.values()))


def _all_said(shown: Sequence[LightPart], word: Verdict, words: Mapping[str, Outcomes]) -> _Outcome:
    """One word of all lights at once: as likely as of the first of them."""
    spoken = dict.fromkeys((part.key for part in shown), word)
    return replace(_said(spoken, words), share=words[shown[0].key][word].share)


def _is_usual(spoken: Words) -> bool:
    """One word of all, or all is right but for one light: what people say first and next."""
    others = [word for word in spoken.values() if word != "right"]
    return len({*spoken.values()}) == 1 or len(others) == 1


def _different_words(shown: Sequence[LightPart]) -> Iterator[Words]:
    """Of two lights and more, each by its word, not all by the same."""
    choices: Sequence[Verdict | None] = (None, *WORDS)
    for words in product(choices, repeat=len(shown)):
        spoken = {p.key: word for p, word in zip(shown, words, strict=True) if word is not None}
        if len(spoken) > 1 and (len(spoken) < len(shown) or len(set(words)) > 1):
            yield spoken


def _humps(
    room: Room, weights: FloatArray, ev100: float, words: Mapping[str, Outcomes]
) -> Iterator[_Outcome]:
    """Where the hump of the lead may stand: alone, with "right" said of it, and with a word of one
    of the other lights."""
    lead = room.lead
    right = words[lead.key]["right"]
    for spot, left in zip(HUMPS, after_each_hump(lead, weights, ev100, room.after_s), strict=True):
        yield _Outcome({}, {lead.key: spot}, {lead.key: left}, left.share)
        for key, word in product((key for key in words if key != lead.key), WORDS):
            other = words[key][word]
            both = {lead.key: left, key: other}
            yield _Outcome({key: word}, {lead.key: spot}, both, left.share * other.share)
    near = after_each_hump(lead, right.weights, ev100, room.after_s)
    for spot, left in zip(HUMPS, near, strict=True):
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


def _named(seen: Seen, room: Room) -> Seen:
    """As people name it: a single light is the whole picture."""
    return tuple((WHOLE, mark) for _, mark in seen) if len(room.parts) == 1 else seen
