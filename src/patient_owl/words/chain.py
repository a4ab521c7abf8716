"""What changed between two takes, in words."""

from collections.abc import Iterable, Mapping

from patient_owl.core.advise.belief import Verdict
from patient_owl.core.advise.next import Advice
from patient_owl.core.exposure.dials import Control
from patient_owl.core.exposure.spot import Spot
from patient_owl.core.light.part import WHOLE
from patient_owl.core.plan.fault import Fault
from patient_owl.core.plan.role import Role
from patient_owl.words.faults import FAULT_LABELS
from patient_owl.words.parts import part_name
from patient_owl.words.plan import CONTROL_TITLES, conflict_text, way_text
from patient_owl.words.quantities import begun, placed, signed_stops, stops
from patient_owl.words.reasons import reason_text

# What people say over the back of the camera, darkest first.
VERDICTS: Mapping[Verdict, str] = {
    "black": "black",
    "dark": "dark",
    "darkish": "a touch dark",
    "right": "right",
    "brightish": "a touch bright",
    "bright": "bright",
    "blown": "blown",
}

# What a frame was for, after "for".
ROLE_LABELS: Mapping[Role, str] = {
    "frame": "the picture",
    "bracket": "a bracket",
    "sky": "the sky alone",
    "ground": "the ground alone",
}


def kept_for_text(role: Role, settings: str, at_local: str) -> str:
    """`Kept for the ground alone: 4 min, f/4, ISO 400, from 22:41.`"""
    return f"Kept for {ROLE_LABELS[role]}: {settings}, from {at_local}."


def seen_text(verdicts: Mapping[str, Verdict], faults: Iterable[Fault] = ()) -> str:
    """What was said over a take: of the whole the word alone, of a light with its name; then what
    was wrong besides."""
    words = (
        VERDICTS[word] if key == WHOLE else f"{part_name(key)}: {VERDICTS[word]}"
        for key, word in verdicts.items()
    )
    return ", ".join([*words, *(FAULT_LABELS[fault] for fault in faults)])


def hump_text(spot: Spot) -> str:
    """`2½ stops under mid-grey`; at an edge what piles up there."""
    if spot.end:
        return "at the right edge" if spot.end == "clipped" else "at the left edge"
    return placed(spot.stops)


CHANGES = {f"change_{control}" for control in CONTROL_TITLES}  # reasons that tell of one control


def change_text(
    old: Mapping[Control, str],
    new: Mapping[Control, str],
    change_stops: float,
    *,
    moves_lights: bool = False,
) -> str:
    """`ISO 3200 → ISO 6400 (+1)`; `same settings` when nothing moved. moves_lights: that of what is
    brought something is set otherwise."""
    moved = [f"{old[c]} → {new[c]}" for c in CONTROL_TITLES if old[c] != new[c]]
    if moved:
        return f"{', '.join(moved)} ({signed_stops(change_stops)})"
    return "the camera stays, a light moves" if moves_lights else "same settings"


def moved_text(light: str, moved_stops: float, since: str) -> str:
    """What a light has done since what was `planned for 18:10`, or seen `at the last take`; nothing
    where nobody would see it."""
    if round(abs(moved_stops) * 3) == 0:
        return ""
    way = "brighter" if moved_stops > 0 else "darker"
    return begun(f"{light} is {stops(moved_stops)} {way} than {since}.")


def reason_texts(advice: Advice, *, beside_change: bool = False) -> list[str]:
    """Why this is next. Ways out are left out: to try them for every word that may come takes
    longer than anybody waits. beside_change: `change_text` stands there already."""
    left_out = CHANGES if beside_change else ()
    return [begun(reason_text(r)) for r in advice.reasons if r.code not in left_out]


def advice_texts(advice: Advice) -> list[str]:
    """Why this is next; where no setting does it all, what is in the way and the ways out."""
    texts = reason_texts(advice)
    for conflict in advice.conflicts:
        texts.append(conflict_text(conflict))
        texts += [way_text(way) for way in conflict.ways]
    return texts
