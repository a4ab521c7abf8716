"""What is worked out of a row is worked out once, for as long as the row is as it was.

Keys name the state of a row (its identity and the moment it was changed), so processes that each
remember for themselves can never disagree: another state is another key.
"""

from collections import OrderedDict
from collections.abc import Callable, Hashable, Iterable, Mapping
from threading import Lock
from typing import Generic, TypeVar

from patient_owl.core.kept import list_cache

State = TypeVar("State", bound=Hashable)
Made = TypeVar("Made")


class Remembered(Generic[State, Made]):
    """The `most` values used last, listed under a name among all that is kept."""

    def __init__(self, name: str, most: int, mb: float) -> None:
        list_cache(name, most, mb, self)
        self._most = most
        self._made: OrderedDict[State, Made] = OrderedDict()
        self._lock = Lock()

    def all_of(
        self, states: Iterable[State], make: Callable[[list[State]], Mapping[State, Made]]
    ) -> list[Made]:
        """The value of each state; those not remembered are made together."""
        asked = list(states)
        with self._lock:
            values = {state: self._made[state] for state in asked if state in self._made}
            for state in values:
                self._made.move_to_end(state)
        missing = [state for state in asked if state not in values]
        if missing:
            made = make(missing)
            values |= made
            with self._lock:
                self._made.update(made)
                while len(self._made) > self._most:
                    self._made.popitem(last=False)
        return [values[state] for state in asked]

    def one(self, state: State, make: Callable[[], Made]) -> Made:
        """The value of one state."""
        return self.all_of([state], lambda _: {state: make()})[0]
