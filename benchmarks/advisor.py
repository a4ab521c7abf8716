"""The advisor beside simple ways, over simulated photographers: how many takes, how often "right"
ends it too early, how honest its ± is, and how much of that is the words' own limit.

Half of the scenes lie anywhere within ten stops of the prediction, the others as guesses of this
trade do (half within a stop, a tenth beyond five). Everybody's thresholds are shifted by a little,
their words soft by 0.25, 0.4 or 0.6 of a stop and three in a hundred simply wrong; the light drifts
by 0.1 to 0.3 stop a take, which is predicted to a third. Half of those who are offered to be sure
make the bracket. A chain that ends by "right" more than two thirds off ended too early.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field

import numpy as np
from scipy.optimize import brentq
from scipy.stats import norm
from scipy.stats import t as student

from benchmarks.measure import report
from patient_owl.core.advise.belief import (
    VERDICT_EDGES_STOPS,
    WORDS,
    JudgedTake,
    belief_after,
    evidence_on,
)
from patient_owl.core.advise.next import SURE_STOPS, Room, next_setting
from patient_owl.core.exposure.dials import aperture_dial, iso_dial, time_dial
from patient_owl.core.exposure.filters import Filter, filter_dial
from patient_owl.core.exposure.settings import Settings, settings_on
from patient_owl.core.exposure.spot import HUMPS, RAW_SIGMA_STOPS, Spot
from patient_owl.core.judge import worth
from patient_owl.core.judge.demand import Demands
from patient_owl.core.judge.liked import Liked
from patient_owl.core.light.in_picture import RAW_BLACK_STOPS
from patient_owl.core.light.part import WHOLE, Changes, LightPart
from patient_owl.core.noise import HEADROOM_STOPS

SOFTNESSES, SHIFT_SIGMA_STOPS, WRONG_SHARE = (0.25, 0.4, 0.6), 0.15, 0.03
CHAINS, MOST_TAKES, TAKE_S = 400, 10, 60.0  # chains of each softness
NEAR_STOPS, FINE_STOPS = 2 / 3, 1 / 3
FIRST = Settings(4, 4, 400)
DIALS = {
    "exposure_s": time_dial(),
    "f_number": aperture_dial("thirds", 1.8, 16),
    "iso": iso_dial("thirds", 100, 6400),
    "nd_stops": filter_dial([Filter("ND 8", 3.0)]),
}
EDGES_STOPS = np.array([upper for _, upper in VERDICT_EDGES_STOPS.values()][:-1])
RIGHT = WORDS.index("right")

# Student's law with half within one stop and a tenth beyond five.
FREEDOM = brentq(lambda n: 2 * student.sf(5 * student.ppf(0.75, n), n) - 0.1, 1.01, 3)
SCALE = 1 / student.ppf(0.75, FREEDOM)
SIGMA_STOPS = float(SCALE * student.ppf(0.841345, FREEDOM))


@dataclass
class Scene:
    """A light, and somebody who looks at it. off_stops: over the prediction."""

    off_stops: float
    rate_stops: float
    predicted_rate_stops: float
    shift_stops: float
    softness_stops: float
    rng: np.random.Generator

    @property
    def room(self) -> Room:
        lasts_s = MOST_TAKES * TAKE_S
        course = Changes((0.0, lasts_s), (0.0, self.predicted_rate_stops * MOST_TAKES))
        part = LightPart("subject", "metered", FIRST.ev100, SIGMA_STOPS, 0.0, changes=course)
        return Room(Demands((part,), DIALS, (), worth.pulls(Liked(1.0, 8.0))))

    def misplaced(self, ev100: float, take: int) -> float:
        """How much too bright a frame comes out. [stops]"""
        return FIRST.ev100 + self.off_stops + take * self.rate_stops - ev100

    def word(self, misplaced_stops: float) -> int:
        if self.rng.random() < WRONG_SHARE:
            return int(self.rng.integers(len(WORDS)))
        seen = misplaced_stops + self.shift_stops + self.rng.normal(0, self.softness_stops)
        return int(np.searchsorted(EDGES_STOPS, seen))

    def hump(self, misplaced_stops: float) -> Spot:
        """Where it is tapped: as far off as the places of a hump say of themselves."""
        near = min(HUMPS, key=lambda spot: abs(spot.stops - misplaced_stops))
        tapped = misplaced_stops + self.rng.normal(0, near.sigma_stops)
        return min(HUMPS, key=lambda spot: abs(spot.stops - tapped))

    def raw(self, misplaced_stops: float) -> Spot:
        """A tap on a raw file: as far off as it says of itself."""
        if misplaced_stops >= HEADROOM_STOPS:
            return Spot(HEADROOM_STOPS, "raw", "clipped")
        if misplaced_stops <= RAW_BLACK_STOPS:
            return Spot(RAW_BLACK_STOPS, "raw", "black")
        return Spot(misplaced_stops + self.rng.normal(0, RAW_SIGMA_STOPS), "raw")


def scenes(count: int, seed: int) -> list[Scene]:
    """`count` of each softness."""
    found = []
    for k, softness in enumerate(np.repeat(SOFTNESSES, count)):
        rng = np.random.default_rng((seed, k))
        off = rng.uniform(-10, 10) if rng.random() < 0.5 else 99.0
        while abs(off) > 12:
            off = float(student.rvs(FREEDOM, scale=SCALE, random_state=rng))
        rate = rng.uniform(0.1, 0.3) * rng.choice([-1, 1])
        shift = rng.normal(0, SHIFT_SIGMA_STOPS)
        predicted = rate * (1 + rng.normal(0, 1 / 3))
        found.append(Scene(float(off), rate, predicted, shift, float(softness), rng))
    return found


@dataclass
class Outcome:
    """Takes until the first within two thirds and within a third, and whether it ended too soon."""

    near: int = MOST_TAKES
    fine: int = MOST_TAKES
    is_premature: bool = False
    against: int = 0
    moved_after_right: int = 0

    def made(self, misplaced_stops: float, take: int) -> None:
        if abs(misplaced_stops) <= NEAR_STOPS + 1e-9:
            self.near = min(self.near, take + 1)
        if abs(misplaced_stops) <= FINE_STOPS + 1e-9:
            self.fine = min(self.fine, take + 1)


def advised(scene: Scene, read: Callable[[float], Spot] | None = None) -> Outcome:
    """Our own advice, take by take. read: what is read of each beside its word."""
    room, settings, takes, outcome = scene.room, FIRST, list[JudgedTake](), Outcome()
    for take in range(MOST_TAKES):
        misplaced = scene.misplaced(settings.ev100, take)
        outcome.made(misplaced, take)
        word = scene.word(misplaced)
        spots = {WHOLE: read(misplaced)} if read else {}
        takes.append(JudgedTake(settings, {WHOLE: WORDS[word]}, spots, take * TAKE_S))
        at_once = next_setting(takes, _at(room, take * TAKE_S))
        change = settings.ev100 - settings_on(DIALS, at_once.positions).ev100
        side = (word < RIGHT) - (word > RIGHT)
        if not read:
            outcome.against += change * side < -1e-9
            outcome.moved_after_right += word == RIGHT and abs(change) > 1e-9
        if word == RIGHT and abs(change) < 1e-9:
            is_offered = any(reason.code == "be_sure" for reason in at_once.reasons)
            if is_offered and scene.rng.random() < 0.5:
                misplaced = _bracketed(scene, settings.ev100, take, outcome)
            outcome.is_premature = abs(misplaced) > NEAR_STOPS
            break
        then = next_setting(takes, _at(room, (take + 1) * TAKE_S))
        settings = settings_on(DIALS, then.positions)
    return outcome


def _at(room: Room, after_s: float) -> Room:
    return Room(room.demands, after_s=after_s)


def _bracketed(scene: Scene, ev100: float, take: int, outcome: Outcome) -> float:
    """The frame of a bracket that looks best to whoever made it: how far off it is."""
    frames = []
    for k, stops in enumerate((0.0, -SURE_STOPS, SURE_STOPS)):
        misplaced = scene.misplaced(ev100 + stops, take + k)
        outcome.made(misplaced, min(take + k, MOST_TAKES - 1))
        frames.append((abs(scene.word(misplaced) - RIGHT), k, misplaced))
    return min(frames)[2]


Way = Callable[[Sequence[tuple[float, int]]], float]
"""The next EV100, by every EV100 made and the word that was said over it."""


def simple(scene: Scene, way: Way, *, knows_drift: bool = False) -> Outcome:
    """A simple way, take by take. knows_drift: what is predicted of the light is followed."""
    ev100, said, outcome = FIRST.ev100, list[tuple[float, int]](), Outcome()
    drift = scene.predicted_rate_stops if knows_drift else 0.0
    for take in range(MOST_TAKES):
        misplaced = scene.misplaced(ev100 + take * drift, take)
        outcome.made(misplaced, take)
        word = scene.word(misplaced)
        if word == RIGHT:
            outcome.is_premature = abs(misplaced) > NEAR_STOPS
            break
        said.append((ev100, word))
        ev100 = way(said)
    return outcome


def by_word(said: Sequence[tuple[float, int]]) -> float:
    """Two stops, one, a half."""
    ev100, word = said[-1]
    return ev100 + (-2, -1, -0.5, 0, 0.5, 1, 2)[word]


def bisecting(said: Sequence[tuple[float, int]]) -> float:
    """Four stops until it is passed, then half of what is left."""
    ev100, word = said[-1]
    dark = min((e for e, w in said if w < RIGHT), default=None)
    bright = max((e for e, w in said if w > RIGHT), default=None)
    if dark is None or bright is None:
        return ev100 + (4 if word > RIGHT else -4)
    return (dark + bright) / 2


def laddering(said: Sequence[tuple[float, int]]) -> float:
    """A stop at a time."""
    ev100, word = said[-1]
    return ev100 + (1 if word > RIGHT else -1)


@dataclass
class BestByWords:
    """The best that words allow: who knows the law the scenes and the words are drawn by, believes
    by Bayes and looks two takes ahead. What is left to gain from words lies below it."""

    within_stops: float
    step_stops: float = 1 / 6
    known: dict[tuple[tuple[float, int], ...], np.ndarray] = field(default_factory=dict)

    def __post_init__(self) -> None:
        self.grid = np.arange(-14, 14 + 1e-9, self.step_stops)
        shifts = np.array([-1.5, -0.5, 0.5, 1.5]) * SHIFT_SIGMA_STOPS
        likely = norm.pdf(shifts / SHIFT_SIGMA_STOPS)
        apart = np.arange(-28, 28 + 1e-9, self.step_stops)
        soft = np.array(SOFTNESSES)[:, None, None]
        below = [norm.cdf((edge - (apart + shifts[:, None])) / soft) for edge in EDGES_STOPS]
        below = [np.zeros_like(below[0]), *below, np.ones_like(below[0])]
        self.words = (1 - WRONG_SHARE) * np.diff(below, axis=0) + WRONG_SHARE / len(WORDS)
        anywhere = (np.abs(self.grid) <= 10).astype(float)
        usual = student.pdf(self.grid / SCALE, FREEDOM) * (np.abs(self.grid) < 12)
        prior = anywhere / anywhere.sum() + usual / usual.sum()
        self.prior = np.ones((3, 1, 1)) * (likely / likely.sum())[:, None] * prior / 6
        self.reach = round(self.within_stops / self.step_stops)

    def _likely(self, off: float) -> np.ndarray:
        at = round((14 - off) / self.step_stops)
        return self.words[..., at : at + len(self.grid)]

    def _weights(self, said: tuple[tuple[float, int], ...]) -> np.ndarray:
        if not said:
            return self.prior
        if said not in self.known:
            ev100, word = said[-1]
            weights = self._weights(said[:-1]) * self._likely(ev100 - FIRST.ev100)[word]
            self.known[said] = weights / weights.sum()
        return self.known[said]

    def _hit(self, mass: np.ndarray) -> np.ndarray:
        """How likely each place lies near enough."""
        summed = np.concatenate([[0.0], np.cumsum(mass)])
        places = np.arange(len(mass))
        upper = np.minimum(places + self.reach + 1, len(mass))
        return np.asarray(summed[upper] - summed[np.maximum(places - self.reach, 0)])

    def __call__(self, said: Sequence[tuple[float, int]]) -> float:
        weights = self._weights(tuple(said))
        hits = self._hit(weights.sum(axis=(0, 1)))
        costs = {}
        for place in np.argsort(-hits)[:48:2]:
            missed = weights.copy()
            missed[..., max(0, place - self.reach) : place + self.reach + 1] = 0
            by_word = (self._likely(self.grid[place]) * missed).sum(axis=(1, 2))
            # another take, and then most likely one or two more; "right" ends it for good
            costs[place] = sum(
                mass.sum() * (MOST_TAKES - len(said))
                if word == RIGHT
                else mass.sum() + 1.7 * (mass.sum() - self._hit(mass).max())
                for word, mass in enumerate(by_word)
            )
        return FIRST.ev100 + float(self.grid[min(costs, key=lambda place: costs[place])])


def coverage(count: int, seed: int, softness: float) -> float:
    """Share of truths inside the stated ± after three words."""
    inside = []
    for scene in scenes(count, seed):
        if scene.softness_stops != softness:
            continue
        room, settings, takes = scene.room, FIRST, list[JudgedTake]()
        for take in range(3):
            word = scene.word(scene.misplaced(settings.ev100, take))
            takes.append(JudgedTake(settings, {WHOLE: WORDS[word]}, {}, take * TAKE_S))
            belief = belief_after(room.lead, evidence_on(room.lead, takes), take * TAKE_S)
            truth = settings.ev100 + scene.misplaced(settings.ev100, take)
            then = next_setting(takes, _at(room, (take + 1) * TAKE_S))
            settings = settings_on(DIALS, then.positions)
        inside.append(abs(belief.ev100 - truth) <= belief.sigma_stops)
    return float(np.mean(inside))


def run() -> None:
    near_best, fine_best = BestByWords(NEAR_STOPS), BestByWords(FINE_STOPS)
    ways: dict[str, Callable[[Scene], Outcome]] = {
        "by word (2, 1, ½ stop)": lambda scene: simple(scene, by_word),
        "bisection": lambda scene: simple(scene, bisecting),
        "a stop at a time": lambda scene: simple(scene, laddering),
        "best by words, to ⅔": lambda scene: simple(scene, near_best, knows_drift=True),
        "best by words, to ⅓": lambda scene: simple(scene, fine_best, knows_drift=True),
        "ours, words only": advised,
        "ours, with the hump": lambda scene: advised(scene, scene.hump),
        "ours, with a spot": lambda scene: advised(scene, scene.raw),
    }
    print("                          takes to ⅔   to ⅓   too early   against   moved after right")
    for name, way in ways.items():
        found = [way(scene) for scene in scenes(CHAINS, 20261202)]
        near, fine = (float(np.mean([getattr(o, key) for o in found])) for key in ("near", "fine"))
        early = float(np.mean([o.is_premature for o in found]))
        against, moved = (
            sum(getattr(o, key) for o in found) for key in ("against", "moved_after_right")
        )
        print(f"{name:<24}  {near:10.2f} {fine:6.2f} {early:11.1%} {against:9} {moved:19}")
    print(
        "wanted: words within 5 % of the best and 3 %, with hump or spot 1.9, 2.4 and 1 %; 0 and 0"
    )
    shares = [coverage(CHAINS, 7, softness) for softness in SOFTNESSES]
    print("truths inside the stated ±   " + "  ".join(f"{share:5.1%}" for share in shares))
    print(f"                             (60 to 80 % each; softness {SOFTNESSES})")
    judged = [JudgedTake(FIRST, {WHOLE: word}) for word in ("black", "dark", "darkish")]
    room = scenes(1, 1)[0].room
    report("one answer after three words", lambda: next_setting(judged, room), 50, 10)
