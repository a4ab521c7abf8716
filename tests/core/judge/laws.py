"""The laws a setting keeps, each held against every position of the dials.

Scenes are drawn at random: any kind of picture, any kit, any light. Prices are the judge's own;
how it finds the cheapest setting is what is checked, and what a cheapest setting must never be.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.dials import CONTROLS, Control
from patient_owl.core.exposure.filters import Filter
from patient_owl.core.exposure.reciprocity import Film
from patient_owl.core.judge import worth
from patient_owl.core.judge.choose import MISSED_STOPS, Solution, choose
from patient_owl.core.judge.demand import Demands
from patient_owl.core.judge.hold import Hold
from patient_owl.core.judge.ways import conflicts, is_wished
from patient_owl.core.kinds import RECIPES
from patient_owl.core.kit import Body, Kit, Lens, Support, kit_of
from patient_owl.core.light.brought import Brought
from patient_owl.core.light.lamp import Flash, Panel, Torch
from patient_owl.core.noise import SensorNoise
from patient_owl.core.optics.camera import Framing, Sensor
from patient_owl.core.plan.types import InputValue, Moment, Plan, Recipe, Scene
from patient_owl.core.types import FloatArray
from tests.core.standing import GLASS, NOISE, course

NEAR = 1e-6
UNPRICED_S = worth.WAIT_FROM_S  # nobody minds waiting as long
SLIDE = Film(100, 1.2, process="slide")
BODIES = (
    Body(Sensor(36, 24, 6000, 4000), noise=NOISE),
    Body(Sensor(36, 24, 6000, 4000), noise=NOISE, dial_steps="halves"),
    Body(Sensor(23.5, 15.7, 6000, 4000), noise=SensorNoise(40_000, 2.0, 6.0, 0.05, 0.5)),
    Body(Sensor(17.3, 13, 5184, 3888), lowest_iso=200, noise=SensorNoise(25_000, 2, 5, 0.05, 0.5)),
    Body(Sensor(13.2, 8.8, 5472, 3648), files="jpeg"),
    Body(Sensor(6.4, 4.8, 4000, 3000), lowest_iso=50, highest_iso=3200),
    Body(Sensor(36, 24, 4535, 3024), lowest_iso=400, highest_iso=400, film=Film(400, exponent=1.3)),
    Body(
        Sensor(69, 56, 8000, 6500),
        lowest_iso=100,
        highest_iso=100,
        film=Film(100, 1.2, process="slide"),
    ),
)
WIDEST = (0.95, 1.4, 1.8, 2.8, 4.0, 5.6)
BAGS = ((), GLASS, (Filter("ND 1000", 9.966),), (Filter("ND 8", 3.0),))


def scene_of(rng: np.random.Generator) -> tuple[Plan, Kit]:
    """A plan of anything."""
    while True:
        recipe = RECIPES[str(rng.choice(sorted(RECIPES)))]
        kit = _kit(rng)
        try:
            intent = recipe.intent(
                Framing(float(rng.uniform(0, 360)), float(rng.uniform(-10, 60))),
                recipe.checked_inputs(_answers(recipe, rng)),
                _hold(recipe, kit, rng),
                {},
                recipe.bringing(_brought(rng)),
            )
            return recipe.plan(_light(rng), kit, intent), kit
        except WrongValue:
            continue  # two answers that do not go together


def _kit(rng: np.random.Generator) -> Kit:
    body = BODIES[rng.integers(len(BODIES))]
    focal_mm = float(rng.choice([14, 24, 35, 50, 135])) / body.sensor.crop_factor
    lens = Lens(focal_mm, float(rng.choice(WIDEST)), float(rng.choice([11, 16, 22])))
    release = "timer" if rng.random() < 0.7 else "self_timer"
    return kit_of(body, lens, BAGS[rng.integers(len(BAGS))], Support(12, 64, 1, release))


def _light(rng: np.random.Generator) -> Scene:
    ground, falls = float(rng.uniform(-12, 14)), float(rng.uniform(-6, 6))
    night = course(
        Moment(600.0 * k, ground + falls * k / 12, ground + falls * k / 12, -k)
        for k in range(-6, 13)
    )
    return Scene(43.3, ground, 0.8, float(rng.uniform(-10, 12)), 0.8, night=night)


def _answers(recipe: Recipe, rng: np.random.Generator) -> dict[str, InputValue]:
    answers: dict[str, InputValue] = {}
    for spec in recipe.inputs:
        if rng.random() > 0.3:
            continue
        if spec.options:
            answers[spec.key] = str(rng.choice(spec.options))
        elif spec.key.endswith("placement_stops"):
            answers[spec.key] = round(3 * float(rng.uniform(spec.least, spec.most))) / 3
    if "lit_by" in {spec.key for spec in recipe.inputs} and rng.random() < 0.6:
        answers |= {"lit_by": "metered", "metered_ev100": float(rng.uniform(-8, 16))}
    return answers


def _hold(recipe: Recipe, kit: Kit, rng: np.random.Generator) -> Hold:
    hold = Hold({}, follow=recipe.follow)
    for control in CONTROLS[:3]:
        if rng.random() < 0.12 and control != hold.follow:
            value = kit.dials[control].values[rng.integers(len(kit.dials[control].values))].value
            hold = hold.moved(control, value)
    return hold


def _brought(rng: np.random.Generator) -> list[Brought]:
    lamps = {"torch_7": Torch(1000.0, 20.0), "panel_7": Panel(1000.0), "flash_7": Flash(36.0)}
    return [
        Brought(
            key, lamp, float(rng.uniform(1, 12)), placement_stops=float(rng.choice([-2, -0.7, 0.5]))
        )
        for key, lamp in lamps.items()
        if rng.random() < 0.2
    ]


@dataclass
class Everything:
    """Every position of the dials that hand and hard limits leave: (times, the rest)."""

    demands: Demands

    @cached_property
    def values(self) -> dict[Control, FloatArray]:
        found = {}
        for control in CONTROLS:
            dial = self.demands.dials[control]
            held = self.demands.hold.kept.get(control)
            if held is not None:
                found[control] = np.array([dial.nearest(held).value])
                continue
            values = np.array([p.value for p in dial.values])
            usual = values[values >= dial.usual_from * (1 - NEAR)]
            values = usual if len(usual) else values
            past = sum(
                (
                    self._past(x.sense, control, values, x.value)
                    for x in self._limits(control, hard=True)
                ),
                np.zeros(len(values)),
            )
            found[control] = values[past <= past.min() + NEAR]
        return found

    def _limits(self, control: Control, *, hard: bool) -> list:  # type: ignore[type-arg]
        return [
            limit
            for limit in self.demands.limits
            if limit.drives and limit.control == control and worth.is_hard(limit.code) is hard
        ]

    @staticmethod
    def _past(sense: str, control: Control, values: FloatArray, bound: float) -> FloatArray:
        """Stops past a bound: twice as long is one, an f-number's square counts."""
        ratio = np.log2(values / bound) * (2 if control == "f_number" else 1)
        past = np.maximum(ratio if sense == "at_most" else -ratio, 0.0)
        return np.where(past > NEAR, past, 0.0)

    @cached_property
    def grid(self) -> dict[Control, FloatArray]:
        rest = np.meshgrid(*(self.values[c] for c in CONTROLS[1:]), indexing="ij")
        flat = {c: axis.ravel()[None, :] for c, axis in zip(CONTROLS[1:], rest, strict=True)}
        return {"exposure_s": self.values["exposure_s"][:, None], **flat}

    def stops(self, control: Control) -> FloatArray:
        dial, values = self.demands.dials[control], self.values[control]
        shine = {value: dial.brightness(value) for value in values}
        return np.vectorize(shine.__getitem__)(self.grid[control])

    @cached_property
    def lights(self) -> tuple[list[FloatArray], list[FloatArray], FloatArray]:
        """Misses, what the levers cost, and how long the shutter must be open."""
        misses, prices, levers = [], [], {}
        for part in self.demands.parts:
            miss = sum((self.stops(c) for c in part.answers_to), np.zeros((1, 1)))
            miss = miss + part.ev100 - part.placement_stops
            for lever in part.levers:
                ends = [np.log2(end / lever.value) for end in lever.ends]
                doublings = np.clip(-miss / lever.stops_per_doubling, *sorted(ends))
                miss = miss + lever.stops_per_doubling * doublings
                prices.append(worth.lever_price(lever, doublings))
                levers[part.key] = doublings
            misses.append(miss)
        needs = self.demands.needs
        short = np.zeros((1, 1))
        if needs is not None:
            short = np.maximum(
                np.log2(np.maximum(needs(levers), NEAR) / self.grid["exposure_s"]), 0
            )
        return misses, prices, np.where(short > NEAR, short, 0.0)

    @cached_property
    def excess(self) -> list[tuple[str, FloatArray]]:
        """How far past each soft limit."""
        return [
            (x.code, self._past(x.sense, c, self.grid[c], x.value))
            for c in CONTROLS
            for x in self._limits(c, hard=False)
        ]

    @property
    def base_iso(self) -> float:
        dial = self.demands.dials["iso"]
        return dial.at_least(dial.usual_from).value

    @cached_property
    def pieces(self) -> FloatArray:
        known = {p.value: float(p.pieces) for p in self.demands.dials["nd_stops"].values}
        return np.vectorize(known.__getitem__)(self.grid["nd_stops"])

    @cached_property
    def gain(self) -> FloatArray:
        return np.maximum(np.log2(self.grid["iso"] / self.base_iso), 0.0)

    def away(self, control: Control) -> FloatArray:
        pull = self.demands.pulls.get(control)
        if pull is None:
            return np.zeros((1, 1))
        return self.stops(control) - self.demands.dials[control].brightness(pull.value)

    @cached_property
    def price(self) -> FloatArray:
        demands, (misses, of_levers, short) = self.demands, self.lights
        thirds = demands.dials["exposure_s"].stops
        free = worth.FREE_STOPS["halves" if thirds[1] - thirds[0] > 0.4 else "thirds"]
        own = {control: np.zeros((1, 1)) for control in CONTROLS}
        for control, pull in demands.pulls.items():
            own[control] = worth.pull_price(pull, self.away(control))
        noisy = np.log2(self.grid["iso"] / demands.noisy_iso)
        own["iso"] = own["iso"] + worth.gain_price(self.gain, noisy)
        own["nd_stops"] = own["nd_stops"] + worth.glass_price(self.pieces, self.grid["nd_stops"])
        waited = worth.wait_price(self.grid["exposure_s"], demands.pulls.get("exposure_s"))
        own["exposure_s"] = own["exposure_s"] + waited
        if demands.prefers:
            own[demands.prefers] = own[demands.prefers] * worth.PREFERRED
        for control in demands.hold.kept:
            own[control] = np.zeros((1, 1))
        total = sum(own.values(), np.zeros((1, 1)))
        limits = [x for x in self.excess if self._code_control(x[0]) not in demands.hold.kept]
        total = total + sum((worth.limit_price(code, past) for code, past in limits), 0.0)
        total = total + worth.GAIN_BEHIND_GLASS * self.gain * (self.grid["nd_stops"] > 0)
        total = total + sum(of_levers, np.zeros((1, 1))) + worth.NEEDS * short
        for place, (part, miss) in enumerate(zip(demands.parts, misses, strict=True)):
            total = total + worth.miss_price(part, miss, free, is_lead=place == 0)
        return total

    def _code_control(self, code: str) -> Control:
        return next(x.control for x in self.demands.limits if x.code == code and x.drives)

    def place_of(self, solution: Solution) -> tuple[int, int]:
        """Where a setting stands in the grid."""
        row = int(np.argmin(np.abs(self.grid["exposure_s"][:, 0] - solution.settings.exposure_s)))
        same = np.ones(self.grid["iso"].shape[1], dtype=bool)
        for control in CONTROLS[1:]:
            same &= np.isclose(
                self.grid[control][0], getattr(solution.settings, control), rtol=1e-9
            )
        return row, int(np.flatnonzero(same)[0])

    def respects(self) -> Iterator[FloatArray]:
        """All in which one setting may be better than another: less is better."""
        misses, of_levers, short = self.lights
        for place, (part, miss) in enumerate(zip(self.demands.parts, misses, strict=True)):
            if place > 0 and not part.is_brought:  # beside the lead black is black, from −5 on
                lands = np.maximum(miss + part.placement_stops, -5.0)
                miss = lands - max(part.placement_stops, -5.0)  # noqa: PLW2901
            yield np.abs(miss)
        yield from (past for _, past in self.excess)
        yield from of_levers
        yield short
        yield self.gain
        yield self.pieces
        yield self.grid["nd_stops"]
        yield self.grid["exposure_s"] * (self.grid["exposure_s"] > UNPRICED_S)
        for control in ("exposure_s", "f_number"):
            away = self.away(control)  # type: ignore[arg-type]
            yield np.maximum(away, 0)
            yield np.maximum(-away, 0)


def none_is_cheaper(every: Everything, at: tuple[int, int]) -> None:
    """What is chosen is the cheapest of all: laws 1 and 4 rest on it."""
    price = np.broadcast_to(every.price, _shape(every))
    assert price[at] <= price.min() + 1e-5, (price[at], price.min())


def none_dominates(every: Everything, at: tuple[int, int]) -> None:
    """Law 1."""
    shape = _shape(every)
    as_good, better = np.ones(shape, dtype=bool), np.zeros(shape, dtype=bool)
    for respect in every.respects():
        here = np.broadcast_to(respect, shape)
        as_good &= here <= here[at] + 1e-9
        better |= here < here[at] - 1e-3
    assert not (as_good & better).any(), _named(every, as_good & better)


def gain_comes_last(every: Everything, at: tuple[int, int]) -> None:
    """Law 2: no lower ISO meets the same by a wider aperture or a time nobody minds."""
    demands = every.demands
    shape = _shape(every)
    gain = np.broadcast_to(every.gain, shape)
    if "iso" in demands.hold.kept or demands.prefers is not None or gain[at] < NEAR:
        return
    pull, set_s = demands.pulls["exposure_s"], every.grid["exposure_s"][at[0], 0]
    longest_s = max(
        set_s, min(UNPRICED_S, pull.value) if pull.brighter > worth.LOOK else UNPRICED_S
    )
    fine = (gain < gain[at] - 0.3) & (every.grid["exposure_s"] <= longest_s * (1 + NEAR))
    fine &= np.broadcast_to(every.pieces, shape) <= np.broadcast_to(every.pieces, shape)[at]
    for past in (*(past for _, past in every.excess), *every.lights[1], every.lights[2]):
        here = np.broadcast_to(past, shape)
        fine &= here <= here[at] + 1e-9
    for miss in every.lights[0]:
        here = np.abs(np.broadcast_to(miss, shape))
        fine &= here <= here[at] + 1e-9
    assert not fine.any(), _named(every, fine)


def glass_needs_a_reason(every: Everything, at: tuple[int, int]) -> None:
    """Law 3."""
    demands, shape = every.demands, _shape(every)
    if "nd_stops" in demands.hold.kept or every.grid["nd_stops"][0, at[1]] == 0:
        return
    fine = np.broadcast_to((every.grid["nd_stops"] == 0) & (every.gain < NEAR), shape).copy()
    pull = demands.pulls["exposure_s"]
    if pull.brighter > worth.TIME or pull.darker > worth.TIME:  # the look it asks for
        fine &= np.abs(every.away("exposure_s")) <= abs(every.away("exposure_s")[at[0], 0]) + NEAR
    for code, past in every.excess:
        here = np.broadcast_to(past, shape)
        fine &= here <= max(here[at] + NEAR, 1.0 if code == "diffraction" else 0.0)
    for of_lever in (*every.lights[1], every.lights[2]):
        here = np.broadcast_to(of_lever, shape)
        fine &= here <= here[at] + 1e-9
    for miss in every.lights[0]:
        here = np.abs(np.broadcast_to(miss, shape))
        fine &= here <= max(here[at], worth.FREE_STOPS["thirds"]) + 1e-9
    assert not fine.any(), _named(every, fine)


def what_is_missed_is_said(plan: Plan) -> None:
    """Law 5: of a wish with its number, and nothing of what is met."""
    solution = plan.solution
    named = {conflict.part: conflict for conflict in conflicts(solution) if conflict.missing_stops}
    for place, landing in enumerate(solution.landings):
        lands, wished = landing.landed_stops, landing.part.placement_stops
        if place > 0 and not landing.part.is_brought:  # beside the lead black is black
            lands, wished = max(lands, -5.0), max(wished, -5.0)
        missed = is_wished(landing, is_lead=place == 0) and abs(lands - wished) > MISSED_STOPS
        assert (landing.part.key in named) == missed, landing
        if missed:
            assert named[landing.part.key].missing_stops == -landing.miss_stops


# How far a frame can be mended that lies over, or under. Common practice.
BEARS = {"raw": (2, 3), "jpeg": (0.5, 1.5), "slide": (0.5, 0.5), "negative": (3, 1)}


def every_way_was_tried(plan: Plan) -> None:
    """Law 7: a way closes at least half of its gap, or mends what a frame bears."""
    for conflict in conflicts(plan.solution):
        keys = [landing.part.key for landing in plan.solution.landings]
        landing = plan.solution.landings[keys.index(conflict.part)]
        assert len(conflict.ways) <= 3
        for way in conflict.ways:
            left = abs(way.landed_stops - landing.part.placement_stops)
            if way.code == "accept":
                over, under = BEARS[plan.solution.demands.keeps]
                assert -over <= conflict.missing_stops <= under
            elif conflict.missing_stops and way.code != "stack":
                assert left <= abs(conflict.missing_stops) / 2 + NEAR, way


def the_same_again(plan: Plan) -> None:
    """Law 10."""
    again = choose(replace(plan.solution.demands))
    assert again.positions == plan.solution.positions


def check(plan: Plan) -> None:
    """Every law that a plan by itself keeps."""
    every = Everything(plan.solution.demands)
    at = every.place_of(plan.solution)
    none_is_cheaper(every, at)
    none_dominates(every, at)
    gain_comes_last(every, at)
    glass_needs_a_reason(every, at)
    what_is_missed_is_said(plan)
    every_way_was_tried(plan)
    the_same_again(plan)


def _shape(every: Everything) -> tuple[int, int]:
    return len(every.values["exposure_s"]), every.grid["iso"].shape[1]


def _named(every: Everything, found: np.ndarray) -> dict[str, float]:  # type: ignore[type-arg]
    """The first setting of some, for a message."""
    row, column = np.argwhere(found)[0]
    rest = {control: float(every.grid[control][0, column]) for control in CONTROLS[1:]}
    return {"exposure_s": float(every.grid["exposure_s"][row, 0]), **rest}
