"""Ten minutes of a crowd: the server holds no more memory at the end than near the start."""

import threading
import time
from pathlib import Path

from benchmarks.crowd import Crowd, asked, resident_mb
from benchmarks.http import served

FOR_S, LOOK_EVERY_S, SETTLED_S = 600.0, 30.0, 120.0
CLIENTS = 8
MOST_GROWTH = 0.05  # caches fill up once; what grows on is a leak


def run() -> None:
    with served() as var_dir:
        crowd = Crowd()
        held: list[tuple[float, float]] = []
        watching = threading.Thread(target=_watch, args=(var_dir, held), daemon=True)
        watching.start()
        rate = asked(crowd.anything, CLIENTS, FOR_S, crowd.headers)
        watching.join()
    print(f"mixed, {CLIENTS} clients, {FOR_S / 60:.0f} min  {rate}")
    settled = next(mb for at_s, mb in held if at_s >= SETTLED_S)
    last = held[-1][1]
    verdict = "flat" if last <= settled * (1 + MOST_GROWTH) else "GROWS"
    print(f"resident after {SETTLED_S:.0f} s {settled:.0f} MB, at the end {last:.0f} MB: {verdict}")


def _watch(var_dir: Path, held: list[tuple[float, float]]) -> None:
    began = time.monotonic()
    while (at_s := time.monotonic() - began) < FOR_S:
        held.append((at_s, resident_mb(var_dir)))
        time.sleep(LOOK_EVERY_S)
