"""The laws of the judge over twenty thousand scenes of any kind, against every dial position."""

import time
from collections import Counter

import numpy as np

from tests.core.judge.laws import check, scene_of

SCENES = 20_000


def run() -> None:
    rng = np.random.default_rng(31)
    broken: Counter[str] = Counter()
    began = time.perf_counter()
    for _ in range(SCENES):
        plan, _ = scene_of(rng)
        try:
            check(plan)
        except AssertionError as said:
            broken[str(said).partition("\n")[0]] += 1
    took_s = time.perf_counter() - began
    print(f"{SCENES} scenes in {took_s:.0f} s, {sum(broken.values())} break a law (0)")
    for what, times in broken.most_common(10):
        print(f"   {times} times: {what}")
