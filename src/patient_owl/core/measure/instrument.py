"""What an instrument asks beside its reading, and what it answers."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from types import MappingProxyType

from patient_owl.core.measure.formula import Term, name


@dataclass(frozen=True)
class Given:
    """A value that is typed beside, and its own ±: a share of it, or so much in its unit."""

    key: str
    unit: str
    usual: float
    least: float
    most: float
    sd_share: float = 0.0
    sd: float = 0.0

    @property
    def sd_term(self) -> Term:
        """The ± of what is typed, over its own key."""
        return name(self.key) * self.sd_share + self.sd


@dataclass(frozen=True)
class Fill:
    """A question a result answers. also: answers that let it be asked."""

    key: str
    also: Mapping[str, str] = field(default_factory=lambda: MappingProxyType({}))


@dataclass(frozen=True)
class Result:
    """What comes of a reading, by its formula."""

    key: str
    unit: str
    term: Term
    fills: tuple[Fill, ...] = ()
