"""The laws of the judge over twenty thousand scenes of any kind, against every dial position, and
over ten thousand chains of words."""

import time
from collections import Counter
from collections.abc import Callable

import numpy as np

from tests.core.judge.chains import walk
from tests.core.judge.laws import check, scene_of

SCENES, CHAINS = 20_000, 10_000


def run() -> None:
    rng = np.random.default_rng(31)
    report("scenes", SCENES, lambda: check(scene_of(rng)[0]))
    report("chains", CHAINS, lambda: walk(rng))


def report(what: str, times: int, keeps_the_laws: Callable[[], None]) -> None:
    broken: Counter[str] = Counter()
    began = time.perf_counter()
    for _ in range(times):
        try:
            keeps_the_laws()
        except AssertionError as said:
            broken[str(said).partition("\n")[0]] += 1
    took_s = time.perf_counter() - began
    print(f"{times} {what} in {took_s:.0f} s, {sum(broken.values())} break a law (0)")
    for which, count in broken.most_common(10):
        print(f"   {count} times: {which}")
