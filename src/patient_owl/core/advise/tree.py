"""The advice for every word that may come, for a place with no signal."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from patient_owl.core.advise.belief import (
    WORDS,
    JudgedTake,
    Verdict,
    WordOutcome,
    after_each_word,
    evidence_on,
    weigh,
)
from patient_owl.core.advise.next import (
    Advice,
    Known,
    Room,
    decide_each,
    kept_setting,
    known_after,
    last_kept,
    nothing_known,
)
from patient_owl.core.exposure.settings import Positions
from patient_owl.core.light.part import WHOLE, Levers, asked_of
from patient_owl.core.types import FloatArray

# A path that fewer than one in so many take ("blown" after "black") ends: a fifth of the work, and
# one in forty who come to a third word. Ours, weighed by the prior and the words of `belief.py`.
LEAST_SHARE = 1 / 200

Weights = Mapping[str, FloatArray]  # what is believed of each light so far, by its key


@dataclass(frozen=True)
class Node:
    """Advice at the end of a path of words, and what follows from it."""

    advice: Advice
    after: "Tree"


Tree = Mapping[str, Mapping[Verdict, Node]]
"""What each word leads to, by the light it is said of: its key, or WHOLE."""


def advice_tree(
    first: Positions,
    takes: Sequence[JudgedTake],
    room: Room,
    depth: int,
    levers: Levers | None = None,
) -> Tree:
    """`depth` words deep, each said of one light or of the whole.

    `first`: the settings the first of them is said over, after `takes` already judged, and
    `levers`, where those of the lights that are brought stand unless as planned. Where nothing is
    to be changed and nothing is left to speak of, or hardly anybody comes, the tree ends.
    """
    kept = last_kept(takes, room)
    if kept is not None:
        put = room.planned_levers(first) if levers is None else levers
        stays = Node(kept_setting(takes, kept, room, first, put), {})
        return {about: dict.fromkeys(WORDS, stays) for about in room.asked(first)}
    known = known_after(takes, room) if takes else nothing_known(first, room)
    weights = {
        part.key: weigh(part, evidence_on(part, takes), room.after_s, room.sharpness)
        for part in room.parts
    }
    return _branches(known.setting(first, room, levers), weights, room, depth, 1.0)


def _branches(known: Known, weights: Weights, room: Room, depth: int, share: float) -> Tree:
    """Every word about every light over what is set now. share: how likely somebody is to get
    here; each light is as likely to be spoken of as another."""
    outcomes = {
        part.key: after_each_word(
            part,
            weights[part.key],
            known.stands[part.key],
            room.after_s,
        )
        for part in room.shown(known.now)
    }
    asked = room.asked(known.now)
    share /= len(asked)
    return {
        about: _branch(
            outcomes if about == WHOLE else {about: outcomes[about]},
            known,
            weights,
            room,
            depth,
            share,
        )
        for about in asked
    }


def _branch(
    outcomes: Mapping[str, Mapping[Verdict, WordOutcome]],
    known: Known,
    weights: Weights,
    room: Room,
    depth: int,
    share: float,
) -> Mapping[Verdict, Node]:
    """Every word about the lights it tells of, with what each leaves of them."""
    [first, *_] = outcomes.values()
    left = {word: {key: words[word] for key, words in outcomes.items()} for word in first}
    thens = [
        replace(
            known,
            beliefs={**known.beliefs, **{key: looked.belief for key, looked in seen.items()}},
            spoken_of=known.spoken_of | outcomes.keys(),
            words=dict.fromkeys(seen, word),
            takes=known.takes + 1,
            has_reading=False,
            changed_stops={},
        )
        for word, seen in left.items()
    ]
    # what follows is said of one light out of several
    least_share = LEAST_SHARE * len(asked_of(room.parts))
    nodes: dict[Verdict, Node] = {}
    for word, then, advice in zip(left, thens, decide_each(thens, room), strict=True):
        deeper: Tree = {}
        got_here = share * first[word].share
        goes_on = advice.changes or len(outcomes) < len(room.parts)
        if depth > 1 and goes_on and got_here >= least_share:
            next_known = then.setting(advice.positions, room, advice.levers)
            next_weights = {**weights, **{key: seen.weights for key, seen in left[word].items()}}
            deeper = _branches(next_known, next_weights, room, depth - 1, got_here)
        nodes[word] = Node(advice, deeper)
    return nodes
