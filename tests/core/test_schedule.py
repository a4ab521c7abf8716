"""The order of a night: held against every order there is, against a solver of another kind, and
against what must be true of any order."""

from dataclasses import replace
from itertools import chain, combinations, permutations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from ortools.sat.python import cp_model

from patient_owl.core.errors import WrongValue
from patient_owl.core.order.ahead import NONE, STEP_S, ahead_of
from patient_owl.core.order.exact import worth_of
from patient_owl.core.order.faults import judged, why_left_out
from patient_owl.core.order.job import Job, Outing, earliest, shortest_ways
from patient_owl.core.order.order import Order, best_order, quickest
from patient_owl.core.order.remedies import remedies

MIN = 60.0
HOUR = 3600.0


def job(key: str, *windows_h: tuple[float, float], **over: object) -> Job:
    stretches = tuple((a * HOUR, b * HOUR) for a, b in windows_h)
    usual = {"work_s": 20 * MIN, "wish_s": stretches[0][0], "set_up_s": 5 * MIN, "pack_s": 2 * MIN}
    return Job(key, stretches, **{**usual, **over})  # type: ignore[arg-type]


def outing(*jobs: Job, **over: object) -> Outing:
    spots = max(one.spot for one in jobs) + 1
    places = np.arange(spots)
    walks = shortest_ways(10 * MIN * np.abs(places - places[:, None]))
    return Outing(jobs, walks, **{"from_s": 18 * HOUR, **over})  # type: ignore[arg-type]


def random_outing(seed: int, count: int) -> Outing:
    """A crowded night: more work than there is time for."""
    rng = np.random.default_rng(seed)
    spots = int(rng.integers(1, 4))
    jobs = []
    for k in range(count):
        windows = []
        at = rng.integers(17 * 60, 22 * 60)
        for _ in range(rng.integers(1, 4)):
            length = rng.integers(10, 150)
            windows.append((float(at * MIN), float((at + length) * MIN)))
            at += length + rng.integers(5, 60)
        jobs.append(
            Job(
                key=f"s{k}",
                windows_s=tuple(windows),
                work_s=float(rng.integers(5, 45) * MIN),
                wish_s=float(rng.integers(18 * 60, 25 * 60) * MIN),
                set_up_s=float(rng.integers(0, 10) * MIN),
                pack_s=float(rng.integers(0, 4) * MIN),
                slack_s=float(rng.integers(0, 5) * MIN),
                spot=int(rng.integers(0, spots)),
                rig=f"r{rng.integers(0, 3)}",
                worth=float(rng.integers(1, 6)),
                is_optional=bool(rng.random() < 0.6),
                is_pinned=bool(rng.random() < 0.1),
            )
        )
    walks = rng.integers(0, 25, (spots, spots)) * MIN
    ways = shortest_ways(np.minimum(walks, walks.T))
    leave_s = float(rng.integers(22 * 60, 28 * 60) * MIN)
    return Outing(tuple(jobs), ways, 18 * HOUR, leave_s, change_s=float(rng.integers(0, 6) * MIN))


def merit(night: Outing, jobs: list[Job]) -> tuple[float, float] | None:
    """Worth held, and when one is back (less is better, so negative); None where it cannot be."""
    starts = earliest(night, jobs)
    if starts is None:
        return None
    if not jobs:
        return 0.0, -night.from_s
    over_s = starts[-1] + jobs[-1].work_s + jobs[-1].pack_s
    return sum(worth_of(one) for one in jobs), -over_s - night.home_s(jobs[-1])


def merit_of(night: Outing, order: Order) -> tuple[float, float]:
    """Of the quickest beginnings of a sequence, which a wish may have put off."""
    found = merit(night, [slot.job for slot in order.slots])
    assert found is not None
    return found


@pytest.mark.parametrize("seed", range(18))
def test_no_order_of_any_of_its_shots_holds_more(seed: int) -> None:
    """Every sequence of every choice of five to seven shots, worked one by one."""
    night = random_outing(seed, 5 + seed % 3)
    every = chain.from_iterable(
        permutations(chosen) for size in range(8) for chosen in combinations(night.jobs, size)
    )
    best = max(m for jobs in every if (m := merit(night, list(jobs))) is not None)
    found = best_order(night)
    assert found.is_exact
    assert merit_of(night, found)[0] == best[0]
    soonest = merit(night, quickest(night))
    assert soonest is not None
    assert soonest == pytest.approx(best)


def solved(night: Outing) -> float:
    """The worth a constraint solver finds room for: OR-tools' CP-SAT, optional intervals, a circuit
    through the shots that are taken, times in whole seconds."""
    model = cp_model.CpModel()
    horizon = 40 * 3600
    taken = [model.new_bool_var(one.key) for one in night.jobs]
    starts = [model.new_int_var(0, horizon, one.key) for one in night.jobs]
    arcs = []
    for k, one in enumerate(night.jobs):
        arcs.append((k + 1, k + 1, ~taken[k]))
        chosen = []
        for first, last in one.starts_s:
            here = model.new_bool_var("")
            model.add(starts[k] >= int(first)).only_enforce_if(here)
            model.add(starts[k] <= int(last)).only_enforce_if(here)
            chosen.append(here)
        model.add_bool_or(chosen).only_enforce_if(taken[k])
        is_first, is_last = model.new_bool_var(""), model.new_bool_var("")
        arcs += [(0, k + 1, is_first), (k + 1, 0, is_last)]
        ready = int(night.from_s + night.to_s(one, None))
        model.add(starts[k] >= ready).only_enforce_if(is_first)
        over = int(one.work_s + one.pack_s + night.home_s(one))
        model.add(starts[k] + over <= int(night.leave_s)).only_enforce_if(is_last)
        for j, other in enumerate(night.jobs):
            if j == k:
                continue
            follows = model.new_bool_var("")
            arcs.append((j + 1, k + 1, follows))
            between = int(other.work_s + other.after_s + night.to_s(one, other))
            model.add(starts[k] >= starts[j] + between).only_enforce_if(follows)
    none = model.new_bool_var("")
    arcs.append((0, 0, none))
    model.add(sum(taken) == 0).only_enforce_if(none)
    model.add_circuit(arcs)
    worths = [int(worth_of(one)) for one in night.jobs]
    model.maximize(sum(worth * took for worth, took in zip(worths, taken, strict=True)))
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1
    assert solver.solve(model) == cp_model.OPTIMAL
    return solver.objective_value


def test_a_solver_of_another_kind_finds_no_better_order_on_200_nights() -> None:
    for seed in range(200):
        night = random_outing(1000 + seed, 4 + seed % 6)
        assert merit_of(night, best_order(night))[0] == solved(night), seed


@given(seed=st.integers(0, 10**6), count=st.integers(1, 9))
@settings(max_examples=80, deadline=None)
def test_an_order_holds_what_must_hold_of_any(seed: int, count: int) -> None:
    night = random_outing(seed, count)
    order = best_order(night)
    free_s, before = night.from_s, None
    for slot in order.slots:
        one = slot.job
        assert any(a <= slot.starts_s and slot.ends_s <= b for a, b in one.windows_s)
        assert slot.starts_s >= free_s + night.to_s(one, before) - 1e-6  # nothing overlaps
        assert slot.earliest_s - 1e-6 <= slot.starts_s <= slot.latest_s + 1e-6
        assert slot.leaves_s >= free_s - 1e-6
        assert not one.is_pinned or slot.starts_s == one.wish_s
        free_s, before = slot.free_s, one
    assert order.back_s <= night.leave_s
    assert {slot.job.key for slot in order.slots} | {j.key for j in order.left_out} == {
        j.key for j in night.jobs
    }
    for left in order.left_out:  # nothing is left out without a word
        assert why_left_out(night, order, left).code
        for remedy in remedies(night, order, left)[:1]:
            assert remedy.code != "drop" or remedy.key in {s.job.key for s in order.slots}
    # one shot fewer: whatever is taken is over no later
    for slot in order.slots:
        rest = [s.job for s in order.slots if s is not slot]
        whole, fewer = (merit(night, jobs) for jobs in ([s.job for s in order.slots], rest))
        assert whole is not None
        assert fewer is not None
        assert fewer[1] >= whole[1] - 1e-6


@given(seed=st.integers(0, 10**6), count=st.integers(2, 8))
@settings(max_examples=40, deadline=None)
def test_a_shot_more_takes_no_other_its_place_without_saying_so(seed: int, count: int) -> None:
    night = random_outing(seed, count)
    fewer = replace(night, jobs=night.jobs[:-1])
    before = {slot.job.key for slot in best_order(fewer).slots}
    after = best_order(night)
    gone = before - {slot.job.key for slot in after.slots}
    assert gone <= {left.key for left in after.left_out}
    new = night.jobs[-1]
    if gone:  # only for more worth
        assert new.key in {slot.job.key for slot in after.slots}


@pytest.mark.parametrize("seed", range(12))
def test_many_shots_get_a_good_order_that_says_it_is_not_proven(seed: int) -> None:
    """Nearly as much as the proven one holds, on nights that can still be proven."""
    few = random_outing(seed, 11)
    hopeless = (replace(few.jobs[0], key=f"x{k}", windows_s=()) for k in range(2))
    many = replace(few, jobs=(*few.jobs, *hopeless))
    good, best = best_order(many), best_order(few)
    assert not good.is_exact
    held = [sum(worth_of(s.job) for s in order.slots) for order in (good, best)]
    assert held[0] >= 0.85 * held[1]


@given(seed=st.integers(0, 10**6), count=st.integers(1, 6), data=st.data())
@settings(max_examples=40, deadline=None)
def test_the_tables_taken_along_say_what_would_be_said_here(
    seed: int, count: int, data: st.DataObject
) -> None:
    """Whatever was done or skipped and whenever one is free: as much is kept as an order worked out
    anew keeps, and each begins when it would there."""
    night = random_outing(seed, count)
    planned = sorted(night.jobs, key=lambda one: one.wish_s)
    tables = ahead_of(night, tuple(planned), night.from_s, night.leave_s)
    last = data.draw(st.integers(NONE, count - 1))
    left = data.draw(st.integers(0, (1 << count) - 1)) & ~(0 if last == NONE else 1 << last)
    # on the grid the best is looked for; between its points one may be a step late to see it
    free_s = night.from_s + STEP_S * data.draw(st.integers(0, 60))
    piece = next(p for p in reversed(tables.pieces[left, last]) if p.from_s <= free_s)
    there = {} if last == NONE else {"from_spot": planned[last].spot, "from_rig": planned[last].rig}
    jobs = tuple(one for k, one in enumerate(planned) if left >> k & 1)
    anew = replace(night, jobs=jobs, from_s=free_s, **there)
    told = [planned[turn.job] for turn in piece.turns]
    if free_s <= tables.to_s:
        assert merit(anew, told)[0] == merit_of(anew, best_order(anew))[0]  # type: ignore[index]
        starts = [max(turn.opens_s, free_s + turn.after_s) for turn in piece.turns]
        assert starts == pytest.approx(earliest(anew, told))
        assert all(s <= t.latest_s + 1e-6 for s, t in zip(starts, piece.turns, strict=True))


def test_the_photographers_own_sequence_stays_where_it_fits() -> None:
    """The nearer spot first would be over sooner; but nobody asked for that."""
    far = job("far", (18, 26), spot=1, wish_s=19 * HOUR)
    near = job("near", (18, 26), wish_s=23 * HOUR)
    order = best_order(outing(far, near))
    starts = [(slot.job.key, slot.starts_s) for slot in order.slots]
    assert starts == [("far", 19 * HOUR), ("near", 23 * HOUR)]
    assert order.slots[0].latest_s > 19 * HOUR


def test_a_shot_that_must_wait_keeps_no_other_waiting() -> None:
    """The lantern was to be first, but its causeway is dry late; the pole is done meanwhile."""
    lantern = job("lantern", (23, 26), wish_s=20 * HOUR)
    pole = job("pole", (18, 28), wish_s=20.25 * HOUR)
    order = best_order(outing(lantern, pole))
    starts = [(slot.job.key, slot.starts_s) for slot in order.slots]
    assert starts == [("pole", 20.25 * HOUR), ("lantern", 23 * HOUR)]


def test_two_runs_of_an_hour_at_the_same_minute_are_said() -> None:
    one, other = (job(k, (20, 24), work_s=HOUR, wish_s=21 * HOUR) for k in ("one", "other"))
    (fault,) = judged(outing(one, other))
    # an hour of work, two minutes of packing, five of setting up again
    assert (fault.code, fault.other, fault.by_s) == ("overlap", "one", HOUR + 7 * MIN)
    assert len(best_order(outing(one, other)).slots) == 2


def test_what_does_not_fit_says_why_and_what_would_make_it_fit() -> None:
    show = job("show", (22, 22.3), work_s=15 * MIN, wish_s=22 * HOUR)
    moon = job("moon", (22, 22.5), work_s=20 * MIN, is_optional=True, wish_s=22.1 * HOUR)
    night = outing(show, moon)
    order = best_order(night)
    assert [left.key for left in order.left_out] == ["moon"]
    assert why_left_out(night, order, moon).code == "collides"
    assert why_left_out(night, order, moon).other == "show"
    offers = {remedy.code: remedy for remedy in remedies(night, order, moon)}
    # 22:00 + 15 + 2 + 5 min is 22:22; eight minutes are left of the twenty
    assert offers["shorten"].by_s == 12 * MIN
    assert offers["drop"].key == "show"


def test_it_is_said_when_one_must_leave_before() -> None:
    late = job("late", (23, 25), wish_s=23 * HOUR)
    night = outing(late, leave_s=23.2 * HOUR)
    order = best_order(night)
    assert why_left_out(night, order, late).code == "too_late"
    # 23:00 + 20 + 2 min; back was to be at 23:12
    assert remedies(night, order, late)[0].code == "shorten"
    assert {r.code: r.by_s for r in remedies(night, order, late)}["leave_later"] == 10 * MIN


def test_a_shot_that_is_longer_than_its_window_says_by_how_much() -> None:
    short = job("short", (22, 22.25), work_s=25 * MIN)
    night = outing(short)
    fault = why_left_out(night, best_order(night), short)
    assert (fault.code, fault.by_s) == ("too_long", 10 * MIN)


@pytest.mark.parametrize(
    ("over", "said"), [({"windows_s": ((5.0, 4.0),)}, "an end after"), ({"worth": 0}, "over 0")]
)
def test_what_cannot_be_is_refused(over: dict[str, object], said: str) -> None:
    with pytest.raises(WrongValue, match=said):
        replace(job("a", (20, 21)), **over)  # type: ignore[arg-type]


def test_sixty_shots_are_ordered_and_one_more_is_refused() -> None:
    jobs = tuple(job(f"s{k}", (18, 34), work_s=3 * MIN) for k in range(60))
    order = best_order(outing(*jobs))
    assert not order.is_exact
    assert len(order.slots) == 60
    with pytest.raises(WrongValue, match="at most 60"):
        outing(*jobs, job("more", (18, 34)))
