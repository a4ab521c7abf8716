"""Work that a newer request of the same page makes worthless: it is told to stop.

A hand on a rail asks for a picture many times a second, and only the last is looked at. Whoever
works asks its ticket between two steps. Forgotten with the process; then one picture is finished
for nothing.
"""

from collections import OrderedDict
from collections.abc import Callable
from typing import Annotated

from fastapi import Depends, Request

from patient_owl.platform.http.pools import Endpoint
from patient_owl.ports.errors import WrongState

VIEW_HEADER = "X-Owl-View"  # which picture of a page is asked for
MOST_PAGES = 2000  # that are remembered

Check = Callable[[], None]


class Newest:
    """The last ticket of every page. Only the event loop takes tickets."""

    def __init__(self) -> None:
        self._last: OrderedDict[tuple[str, str], int] = OrderedDict()
        self._count = 0

    def take(self, page: tuple[str, str]) -> Check:
        """A check that refuses once the same page has taken another."""
        self._count += 1
        mine = self._last[page] = self._count
        self._last.move_to_end(page)
        if len(self._last) > MOST_PAGES:
            self._last.popitem(last=False)

        def check() -> None:
            if self._last.get(page, mine) != mine:
                raise WrongState("A newer picture was asked for; this one was given up.")

        return check


def newest_wins(endpoint: Endpoint) -> Endpoint:
    """An endpoint of which each page wants only the newest answer."""
    endpoint.newest_wins = True  # type: ignore[attr-defined]
    return endpoint


def page_of(request: Request) -> tuple[str, str]:
    """Who asks, and for which picture of theirs."""
    who = request.headers.get("cookie", "") or (request.client.host if request.client else "")
    return who, request.headers.get(VIEW_HEADER, "")


async def _check(request: Request) -> Check:
    check: Check = request.state.check
    return check


CurrentCheck = Annotated[Check, Depends(_check)]
