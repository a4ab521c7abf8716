"""Heavy work has threads of its own, few of them, so that whoever reads is not behind it.

Who waits for one waits on the event loop, which costs nothing; beyond a bound nobody waits, but is
told at once that it is busy.
"""

import asyncio
import contextlib
import os
import sys
import threading
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from contextvars import copy_context
from typing import TypeVar

from patient_owl.ports.errors import Busy

Endpoint = TypeVar("Endpoint", bound=Callable[..., object])
Done = TypeVar("Done")


def _step_back() -> None:
    """Let every other thread go first; where a system has no such thing, go on as it is."""
    # the interpreter's lock is handed on more often: whoever waits for it waits a fifth as long
    sys.setswitchinterval(HANDED_ON_S)
    with contextlib.suppress(AttributeError, OSError):
        os.setpriority(os.PRIO_PROCESS, threading.get_native_id(), LEAST_URGENT)


LEAST_URGENT = 19
HANDED_ON_S = 0.001


class Pool:
    """threads: how many work at once. most_waiting: how many more may wait. can_wait: its threads
    let those of all other pools go first."""

    def __init__(
        self, name: str, threads: int, most_waiting: int, *, can_wait: bool = False
    ) -> None:
        first = _step_back if can_wait else None
        self._threads = ThreadPoolExecutor(threads, name, initializer=first)
        self._most = threads + most_waiting
        self._here = 0

    def check(self) -> None:
        """Busy where whoever came now would not be let in."""
        if self._here >= self._most:
            raise Busy()

    async def run(self, work: Callable[[], Done], *, must: bool = False) -> Done:
        """Work in one of the threads; Busy where too many wait. must: wait whoever is there."""
        if not must:
            self.check()
        self._here += 1
        try:
            # a thread of its own speaks as the request does
            within = copy_context()
            loop = asyncio.get_running_loop()
            return await loop.run_in_executor(self._threads, within.run, work)
        finally:
            self._here -= 1


READING = Pool("reading", threads=12, most_waiting=400)
# tries to sign in wait for each other to be counted; who reads does not wait with them
ENTRANCE = Pool("entrance", threads=2, most_waiting=400)
HASHING = Pool("hashing", threads=1, most_waiting=16)
# a card is hundreds of pictures: one is decoded while the other is written
PICTURES = Pool("pictures", threads=2, most_waiting=40, can_wait=True)
# files of places and kit; what takes hundreds of milliseconds of plans
FILES = Pool("files", threads=1, most_waiting=40)
LONG = Pool("long", threads=1, most_waiting=100)
SEARCHING = Pool("searching", threads=1, most_waiting=8)
# pictures that nobody has taken yet: many are asked for, and the newest is what counts
COMPUTING = Pool("computing", threads=1, most_waiting=12, can_wait=True)


def only_reads(endpoint: Endpoint) -> Endpoint:
    """An endpoint that is asked by POST, for its body, and changes nothing."""
    endpoint.only_reads = True  # type: ignore[attr-defined]
    return endpoint


def worked_in(pool: Pool) -> Callable[[Endpoint], Endpoint]:
    """An endpoint whose work is done in a pool of its own."""

    def marked(endpoint: Endpoint) -> Endpoint:
        endpoint.pool = pool  # type: ignore[attr-defined]
        return endpoint

    return marked
