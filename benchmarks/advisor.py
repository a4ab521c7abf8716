"""The advisor against the plain one-stop ladder, over simulated scenes judged by noisy words."""

import numpy as np

from patient_owl.core.advise.belief import (
    SLIP_SHARE,
    VERDICT_EDGES_STOPS,
    WORD_SOFTNESS_STOPS,
    JudgedTake,
    Verdict,
    belief_after,
    evidence_on,
)
from patient_owl.core.advise.next import GOOD_ENOUGH_STOPS, Room, next_setting
from patient_owl.core.exposure.dials import Control, aperture_dial, iso_dial, time_dial
from patient_owl.core.exposure.filters import filter_dial
from patient_owl.core.exposure.settings import Settings
from patient_owl.core.light.part import WHOLE, LightPart

SCENES, SIGMA_STOPS, MOST_TAKES = 1000, 2.0, 9
FIRST = Settings(4, 4, 400)
ORDER: tuple[Control, ...] = ("exposure_s", "iso", "f_number")
SCENE = LightPart("subject", "metered", FIRST.ev100, SIGMA_STOPS, 0.0)
ROOM = Room(
    (SCENE,),
    {
        "exposure_s": time_dial(),
        "f_number": aperture_dial("thirds", 1.8, 16),
        "iso": iso_dial("thirds", 100, 6400),
        "nd_stops": filter_dial([]),
    },
    order=ORDER,
)
WORDS: list[Verdict] = list(VERDICT_EDGES_STOPS)


def word_for(misplaced_stops: float, rng: np.random.Generator) -> Verdict:
    """What a photographer says: soft edges, and now and then a slip of the tongue."""
    if rng.random() < SLIP_SHARE:
        return WORDS[int(rng.integers(len(WORDS)))]
    seen = misplaced_stops + rng.normal(0, WORD_SOFTNESS_STOPS)
    return next(w for w, (low, high) in VERDICT_EDGES_STOPS.items() if low <= seen < high)


def takes_needed(truth_ev100: float, rng: np.random.Generator) -> int:
    """Takes after the first until one lies within a third of a stop of the truth."""
    settings, judged = FIRST, []
    for count in range(MOST_TAKES):
        misplaced = truth_ev100 - settings.ev100
        if abs(misplaced) <= GOOD_ENOUGH_STOPS:
            return count
        judged.append(JudgedTake(settings, {WHOLE: word_for(misplaced, rng)}))
        advice = next_setting(judged, ROOM)
        settings = Settings(**{c: p.value for c, p in advice.positions.items()})
    return MOST_TAKES


def ladder_needed(truth_ev100: float) -> int:
    """The same by a one-stop ladder: centre, +1, −1, +2, …, until a frame is within half a stop."""
    offsets = [0, *(sign * k for k in range(1, MOST_TAKES) for sign in (1, -1))]
    misplaced = truth_ev100 - FIRST.ev100
    return next((i for i, o in enumerate(offsets) if abs(misplaced - o) <= 1 / 2), MOST_TAKES)


def coverage(truths: np.ndarray, rng: np.random.Generator) -> float:
    """Share of truths inside the stated ± after three words, none stopped early."""
    inside = 0
    for truth in truths:
        judged, settings = [], FIRST
        for _ in range(3):
            word = word_for(float(truth) - settings.ev100, rng)
            judged.append(JudgedTake(settings, {WHOLE: word}))
            belief = belief_after(SCENE, evidence_on(SCENE, SCENE, judged))
            settings = Settings(2 ** (4 - belief.ev100), 4, 100)
        inside += abs(belief.ev100 - truth) <= belief.sigma_stops
    return inside / len(truths)


def run() -> None:
    rng = np.random.default_rng(20261124)
    truths = FIRST.ev100 + rng.normal(0, SIGMA_STOPS, SCENES)
    ours = np.array([takes_needed(float(t), rng) for t in truths])
    plain = np.array([ladder_needed(float(t)) for t in truths])
    print(f"takes after the first, mean        {ours.mean():5.2f}   wanted 2.0 at most")
    print(f"within three                       {(ours <= 3).mean():5.1%}   wanted 95 %")
    within = (plain <= 3).mean()
    print(f"plain one-stop ladder, mean        {plain.mean():5.2f}   within three {within:.1%}")
    print(f"truths inside the stated ±         {coverage(truths, rng):5.1%}   wanted 68 ± 5 %")
