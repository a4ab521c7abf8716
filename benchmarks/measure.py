"""Time a function and say its median and 95th percentile."""

import time
from collections.abc import Callable

import numpy as np


def timed(function: Callable[[], object]) -> float:
    """Seconds one call takes."""
    began = time.perf_counter()
    function()
    return time.perf_counter() - began


def report(what: str, function: Callable[[], object], times: int, wanted_ms: float) -> None:
    """Call `times` after a warm-up and print p50 and p95 beside what is wanted."""
    for _ in range(3):
        function()
    took = np.array([timed(function) for _ in range(times)]) * 1000
    p50, p95 = np.percentile(took, [50, 95])
    verdict = "ok" if p95 <= wanted_ms else "OVER"
    print(f"{what:<52} p50 {p50:7.1f} ms  p95 {p95:7.1f} ms  wanted {wanted_ms:g} ms  {verdict}")
