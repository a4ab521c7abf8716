"""Reciprocity failure: film loses speed in long exposures; sensors do not.

A stock is described by its data sheet: either an exponent, t = t_metered^p for metered times
of 1 s and more, or a table of metered and corrected times, read on log-log axes and carried on
beyond its ends along its last stretch.
"""

import math
from bisect import bisect_right
from dataclasses import dataclass
from typing import Literal

from patient_owl.core.errors import WrongValue

Process = Literal["negative", "slide"]

ONSET_S = 1.0  # s; below it data sheets ask for no correction


@dataclass(frozen=True)
class Film:
    """A stock: box speed, and one of exponent [1, 1 to 2] or table of (metered, corrected) [s].

    process: what it is developed to, which decides how far a frame can be mended.
    """

    iso: float
    exponent: float = 1.0
    table: tuple[tuple[float, float], ...] = ()
    process: Process = "negative"

    def __post_init__(self) -> None:
        if not 1 <= self.exponent <= 2:
            raise WrongValue("exponent", "1 to 2", self.exponent)
        if not self.table:
            return
        if self.exponent != 1:
            raise WrongValue("reciprocity", "an exponent or a table", "both")
        rising = all(
            a[0] < b[0] and a[1] < b[1] for a, b in zip(self.table, self.table[1:], strict=False)
        )
        if len(self.table) < 2 or not rising or any(not 0 < m <= c for m, c in self.table):
            wanted = "two or more rows, both times rising, corrected not below metered"
            raise WrongValue("table", wanted, self.table)

    def corrected_s(self, metered_s: float) -> float:
        """How long to hold it open when the meter says `metered_s`. [s]"""
        if self.table:
            return self._read(metered_s, 0)
        return metered_s**self.exponent if metered_s > ONSET_S else metered_s

    def metered_s(self, corrected_s: float) -> float:
        """The metered time that an exposure of `corrected_s` amounts to. [s]"""
        if self.table:
            return self._read(corrected_s, 1)
        return corrected_s ** (1 / self.exponent) if corrected_s > ONSET_S else corrected_s

    def lost_stops(self, exposure_s: float) -> float:
        """What an exposure of this length loses to reciprocity, 0 or more. [stops]"""
        return math.log2(exposure_s / self.metered_s(exposure_s))

    def _read(self, time_s: float, column: int) -> float:
        """The other column of the table; untouched a decade under its first row and below.

        The decade keeps the curve continuous where a sheet starts with a loss at 1 s.
        """
        sound_s = self.table[0][0] / 10
        if time_s <= sound_s:
            return time_s
        rows = ((sound_s, sound_s), *self.table)
        given = [math.log(row[column]) for row in rows]
        logs = [math.log(row[1 - column]) for row in rows]
        x = math.log(time_s)
        k = min(bisect_right(given, x), len(given) - 1)
        slope = (logs[k] - logs[k - 1]) / (given[k] - given[k - 1])
        return math.exp(logs[k - 1] + slope * (x - given[k - 1]))
