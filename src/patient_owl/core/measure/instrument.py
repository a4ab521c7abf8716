"""What an instrument asks beside its reading, and what it answers."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from types import MappingProxyType

from patient_owl.core.measure.formula import Term, name


@dataclass(frozen=True)
class TypedEntry:
    """A value that is typed beside, and its own ±: a share of it, or so much in its unit.

    sd_by: not typed itself, but known only as well as another value says.
    """

    key: str
    unit: str
    usual: float
    least: float
    most: float
    sd_share: float = 0.0
    sd: float = 0.0
    sd_by: str = ""

    @property
    def sd_term(self) -> Term:
        """The ± of it, over what is given."""
        if self.sd_by:
            return name(self.sd_by)
        return name(self.key) * self.sd_share + self.sd

    @property
    def is_asked(self) -> bool:
        return not self.sd_by


@dataclass(frozen=True)
class Fill:
    """A question a result answers. also: answers that let it be asked."""

    key: str
    also: Mapping[str, str] = field(default_factory=lambda: MappingProxyType({}))


# What moves in any picture is asked its speed once it is said to have one of its own.
MOVING = Fill("moving_speed_m_s", {"moves": "own_speed"})
WATER_FILLS = (Fill("water_speed_m_s", {"water": "timed_water"}), MOVING)


@dataclass(frozen=True)
class Result:
    """What comes of a reading, by its formula."""

    key: str
    unit: str
    term: Term
    fills: tuple[Fill, ...] = ()
