"""The advice for every word that may come, for a place with no signal."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from patient_owl.core.advise.belief import (
    JudgedTake,
    Verdict,
    after_each_word,
    evidence_on,
    weigh,
)
from patient_owl.core.advise.next import (
    Advice,
    Known,
    Positions,
    Room,
    decide,
    known_after,
    nothing_known,
)
from patient_owl.core.types import FloatArray

# A path that fewer than one in so many take ("blown" after "black") ends: a fifth of the work, and
# one in forty who come to a third word. Ours, weighed by the prior and the words of `belief.py`.
LEAST_SHARE = 1 / 200


@dataclass(frozen=True)
class Node:
    """Advice at the end of a path of words, and what follows from it."""

    advice: Advice
    after: Mapping[Verdict, "Node"]


def advice_tree(
    first: Positions, takes: Sequence[JudgedTake], room: Room, depth: int
) -> Mapping[Verdict, Node]:
    """`depth` words deep, each said of the light the picture is exposed for.

    `first`: the settings the first of them is said over, after `takes` already judged. Where
    nothing is to be changed any more, or hardly anybody comes, the tree ends.
    """
    known = known_after(takes, room) if takes else nothing_known(first, room)
    evidence = evidence_on(room.lead, room.lead, takes)
    weights = weigh(room.lead, evidence, room.after_s, room.sharpness)
    return _branch(known.setting(first, room), weights, room, depth, 1.0)


def _branch(
    known: Known, weights: FloatArray, room: Room, depth: int, share: float
) -> Mapping[Verdict, Node]:
    """Every word over what is set now. weights: what is believed of the lead light so far; share:
    how likely somebody is to get here."""
    lead, ev100 = room.lead, known.lead_ev100
    spoken_of = known.spoken_of | {lead.key}
    found: dict[Verdict, Node] = {}
    for verdict, told in after_each_word(lead, weights, ev100, room.after_s).items():
        then = Known(
            now=known.now,
            lead_ev100=ev100,
            beliefs={**known.beliefs, lead.key: told.belief},
            spoken_of=spoken_of,
            words={lead.key: verdict},
            takes=known.takes + 1,
            levers=known.levers,
        )
        advice = decide(then, room)
        deeper: Mapping[Verdict, Node] = {}
        got_here = share * told.share
        if depth > 1 and advice.changes and got_here >= LEAST_SHARE:
            next_known = then.setting(advice.positions, room, advice.levers)
            deeper = _branch(next_known, told.weights, room, depth - 1, got_here)
        found[verdict] = Node(advice, deeper)
    return found
