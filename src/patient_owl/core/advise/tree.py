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
    nothing is to be changed any more the tree ends.
    """
    known = known_after(takes, room) if takes else nothing_known(first, room)
    evidence = evidence_on(room.lead, room.lead, takes)
    weights = weigh(room.lead, evidence, room.after_s, room.sharpness)
    return _branch(known.setting(first, room), weights, room, depth)


def _branch(known: Known, weights: FloatArray, room: Room, depth: int) -> Mapping[Verdict, Node]:
    """Every word over what is set now. weights: what is believed of the lead light so far."""
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
        )
        advice = decide(then, room)
        deeper: Mapping[Verdict, Node] = {}
        if depth > 1 and advice.moved:
            deeper = _branch(then.setting(advice.positions, room), told.weights, room, depth - 1)
        found[verdict] = Node(advice, deeper)
    return found
