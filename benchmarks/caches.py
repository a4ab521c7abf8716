"""What is kept, and whether it is needed: every cache, what it holds, and the work it saves.

The demo is asked what a photographer asks. A cache saves, at each hit, what a miss takes on the
mean; the kind of work that would grow most without it is named. Writes docs/caches.md.
"""

import functools
import subprocess
import sys
import time
from collections import Counter, OrderedDict
from collections.abc import Callable, Iterator, Mapping
from pathlib import Path
from typing import Any

import numpy as np

from patient_owl.core import kept

PAGE = Path(__file__).parent.parent / "docs" / "caches.md"
HEAD = """# What is kept

Every result that is kept so that it need not be worked out twice: how many, and what they take
together at most, in one process. `./owl benchmarks caches` writes this page: it measures what they
take, and how much longer the work that each helps most would last without it.

| cache | results | MB at most | without it |
| --- | ---: | ---: | --- |
"""


class Watched:
    """A cache that counts what it saves, by the kind of work that is under way."""

    work = ""

    def __init__(self, function: Callable[..., Any], most: int) -> None:
        functools.update_wrapper(self, function)
        self.function, self.most = function, most
        self.results: OrderedDict[Any, Any] = OrderedDict()
        self.hits: Counter[str] = Counter()
        self.misses, self.took_s = 0, 0.0

    def __call__(self, *args: Any, **named: Any) -> Any:
        key = (args, tuple(sorted(named.items())))
        if key in self.results:
            self.hits[Watched.work] += 1
            self.results.move_to_end(key)
            return self.results[key]
        began = time.perf_counter()
        self.results[key] = result = self.function(*args, **named)
        self.took_s += time.perf_counter() - began
        self.misses += 1
        while len(self.results) > self.most:
            self.results.popitem(last=False)
        return result

    def saved_s(self) -> Iterator[tuple[str, float]]:
        for work, hits in self.hits.items():
            yield work, hits * self.took_s / max(1, self.misses)


class WatchedRows:
    """The same of what is remembered by the state of rows."""

    def __init__(self, remembered: Any) -> None:
        self.results = remembered._made
        self.results.clear()
        self.hits: Counter[str] = Counter()
        self.misses, self.took_s = 0, 0.0
        self.all_of, remembered.all_of = remembered.all_of, self._watched

    def _watched(self, states: Any, make: Callable[[Any], Any]) -> Any:
        asked, missing = list(states), []

        def made(wanted: Any) -> Any:
            missing.extend(wanted)
            began = time.perf_counter()
            rows = make(wanted)
            self.took_s += time.perf_counter() - began
            return rows

        answer = self.all_of(asked, made)
        self.misses += len(missing)
        self.hits[Watched.work] += len(asked) - len(missing)
        return answer

    saved_s = Watched.saved_s


def run() -> None:
    subprocess.run([sys.executable, "-m", "benchmarks.caches"], check=True)


def _measured() -> str:
    from benchmarks.evening import evening  # noqa: PLC0415  after what keeps is watched

    with evening() as works:
        watched = {
            name: cache.store if isinstance(cache.store, Watched) else WatchedRows(cache.store)
            for name, cache in kept.CACHES.items()
        }
        lasts_s = dict.fromkeys(works, 0.0)
        for name, do in [*works.items(), *works.items()]:  # the first fills what the second finds
            Watched.work, began = name, time.perf_counter()
            do()
            lasts_s[name] += time.perf_counter() - began
        return "".join(
            _row(name, cache, watched[name], lasts_s) for name, cache in sorted(kept.CACHES.items())
        )


def _row(
    name: str, cache: kept.Cache, store: Watched | WatchedRows, lasts_s: Mapping[str, float]
) -> str:
    grows = [(1 + s / lasts_s[work], work) for work, s in store.saved_s() if work in lasts_s]
    times, work = max(grows, default=(1.0, ""))
    says = "loaded once" if cache.most == 1 else f"{work}: {times:.2f} times"
    if (mb := _mb(cache, store)) > cache.mb:
        print(f"{name} may hold {mb:.1f} MB, more than it says")
    print(f"{name:<50} {mb:6.2f} MB  {times:8.3f} {work}")
    return f"| `{name}` | {cache.most} | {cache.mb:g} | {says} |\n"


def _mb(cache: kept.Cache, store: Watched | WatchedRows) -> float:
    """What it would hold when full, by what it holds now."""
    if not store.results:
        return 0.0
    return _bytes(store.results, set()) / len(store.results) * cache.most / 2**20


def _bytes(value: Any, seen: set[int]) -> int:
    """All that hangs on a value; what several share counts once, code and types not at all."""
    if id(value) in seen or isinstance(value, (type, Callable)):  # type: ignore[arg-type]
        return 0
    seen.add(id(value))
    size = sys.getsizeof(value)
    if isinstance(value, np.ndarray):
        return size + (0 if value.base is None else _bytes(value.base, seen))
    if isinstance(value, Mapping):
        inner: Any = [*value, *value.values()]
    elif isinstance(value, (tuple, list, set, frozenset)):
        inner = value
    else:
        slots = (getattr(value, name, None) for name in getattr(value, "__slots__", ()))
        inner = [*vars(value).values()] if hasattr(value, "__dict__") else [*slots]
    return size + sum(_bytes(part, seen) for part in inner)


if __name__ == "__main__":
    kept.remembering = Watched
    rows = _measured()
    total = sum(cache.mb for cache in kept.CACHES.values())
    PAGE.write_text(f"{HEAD}{rows}\nTogether at most {total:.0f} MB.\n")
