"""Results that are kept, so that nothing is worked out twice: every cache, and what it may hold.

A cache is declared with how many results it keeps and how much they take at most; the list of all
stands in docs/caches.md. `./owl benchmarks caches` measures what each holds and what would be lost
without it; one that nothing needs goes. What a value works out of itself (`cached_property`) is
kept as long as the value and is none of them.
"""

from collections.abc import Callable
from functools import lru_cache
from typing import Any, NamedTuple, ParamSpec, TypeVar, cast

P = ParamSpec("P")
Result = TypeVar("Result")


class Cache(NamedTuple):
    """most: results kept. mb: what they take together, at most. store: what keeps them."""

    most: int
    mb: float
    store: Any


CACHES: dict[str, Cache] = {}


def list_cache(name: str, most: int, mb: float, store: Any) -> None:
    CACHES[name.removeprefix("patient_owl.")] = Cache(most, mb, store)


def remembering(function: Callable[P, Result], most: int) -> Callable[P, Result]:
    return cast(Callable[P, Result], lru_cache(maxsize=most)(function))


def kept(most: int, mb: float) -> Callable[[Callable[P, Result]], Callable[P, Result]]:
    """The `most` results used last of a function that answers the same to the same arguments, all
    of which can be hashed. most 1, without arguments: a table that is loaded once."""

    def keep(function: Callable[P, Result]) -> Callable[P, Result]:
        remembered = remembering(function, most)
        list_cache(f"{function.__module__}.{function.__qualname__}", most, mb, remembered)
        return remembered

    return keep
