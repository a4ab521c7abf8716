"""An evening's pictures against its takes: the camera's clock is hours off."""

import numpy as np

from benchmarks.measure import report
from patient_owl.core.matching.pairs import Stamped, match

COUNT, CLOCK_OFF_S, WANTED_MS = 200, 7243.0, 200


def evening(same_settings: bool) -> tuple[list[Stamped], list[Stamped]]:
    rng = np.random.default_rng(20261125)
    at = np.cumsum(rng.uniform(20, 240, COUNT))
    times = np.full(COUNT, 4.0) if same_settings else 2.0 ** rng.integers(-3, 6, COUNT)
    takes = [Stamped(float(t), float(s), 2.8, 800) for t, s in zip(at, times, strict=True)]
    late = at + rng.uniform(0, 3, COUNT) - CLOCK_OFF_S
    pictures = [Stamped(float(t), float(s), 2.8, 800) for t, s in zip(late, times, strict=True)]
    return pictures, takes


def run() -> None:
    for name, same in (("settings that differ", False), ("all the same settings", True)):
        pictures, takes = evening(same)
        paired = sum(take is not None for take in match(pictures, takes).takes)
        report(
            f"{COUNT} × {COUNT} pictures, {name}, {paired} paired",
            lambda p=pictures, t=takes: match(p, t),  # type: ignore[misc]
            10,
            WANTED_MS,
        )
