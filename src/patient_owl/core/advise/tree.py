"""The advice for every word that may come, for a place with no signal."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from patient_owl.core.advise.belief import VERDICT_EDGES_STOPS, JudgedTake, Verdict
from patient_owl.core.advise.next import Advice, Room, next_setting
from patient_owl.core.exposure.settings import Settings, settings_on


@dataclass(frozen=True)
class Node:
    """Advice at the end of a path of words, and what follows from it."""

    advice: Advice
    after: Mapping[Verdict, "Node"]


def advice_tree(
    first: Settings, takes: Sequence[JudgedTake], room: Room, depth: int
) -> Mapping[Verdict, Node]:
    """`depth` words deep, each said of the light the picture is exposed for.

    `first`: the settings the first of them is said over, after `takes` already judged. Where
    nothing is to be changed any more the tree ends.
    """
    found: dict[Verdict, Node] = {}
    for verdict in VERDICT_EDGES_STOPS:
        said = JudgedTake(first, {room.lead.key: verdict}, after_s=room.after_s)
        path = [*takes, said]
        advice = next_setting(path, room)
        deeper: Mapping[Verdict, Node] = {}
        if depth > 1 and advice.control is not None:
            following = settings_on(room.dials, advice.positions)
            deeper = advice_tree(following, path, room, depth - 1)
        found[verdict] = Node(advice, deeper)
    return found
