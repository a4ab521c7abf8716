"""What a shot waits for in a night, each with when it holds, and when all do."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import tzinfo

from patient_owl.core.events.event import Every
from patient_owl.core.kept import kept
from patient_owl.core.night import Bounds
from patient_owl.core.night_context import NightContext
from patient_owl.core.order.lengths import CHANGE_MIN, MIN_S, Lengths
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.sky.horizon import Horizon
from patient_owl.core.sky.tracks import Site
from patient_owl.core.types import Stretch
from patient_owl.core.windows import Condition, During, SunAbove, SunBelow, windows

STEP_S = 300.0  # a condition that holds for less may be missed


@dataclass(frozen=True)
class Need:
    """A condition, or several that are said as one, and the stretches in which it holds.

    lasts_whole: one works for as long as it holds, as at a show. is_way: it is about coming there
    and away again; the stretches are those in which one may work. every_s: each take waits for the
    next of what comes so often.
    """

    conditions: tuple[Condition, ...]
    stretches: tuple[Stretch, ...]
    lasts_whole: bool = False
    is_way: bool = False
    every_s: float = 0.0

    def opens(self, at_s: float, within_s: float) -> bool:
        """Whether it begins to hold about then."""
        return any(abs(start - at_s) <= within_s for start, _ in self.stretches)

    def closes_after(self, at_s: float) -> float | None:
        """When the stretch that a moment lies in is over."""
        return next((b for a, b in self.stretches if a <= at_s <= b), None)


def needs_of(
    planned: PlannedShot, night: NightContext, zone: tzinfo, asked: Sequence[Sequence[Condition]]
) -> tuple[Need, ...]:
    """What its kind of picture needs, the events it is about, and what its photographer asked."""
    needs = []
    lowest, highest = planned.recipe.sun_altitude_deg
    kind: list[Condition] = [SunBelow(highest)] if highest < 90 else []
    if lowest > -90:
        kind = [*kind, SunAbove(lowest)]
    if kind:
        needs.append(_need(kind, night))
    asked_about = {c.event for group in asked for c in group if isinstance(c, During)}
    kind_of_event = planned.recipe.waits_for
    shows = [happens for happens in night.happenings if happens.event.kind == kind_of_event]
    if shows and not any(show.event in asked_about for show in shows):
        running = sorted(stretch for show in shows for stretch in show.running)
        timing = shows[0].event.timing
        every_s = 60 * timing.every_min if isinstance(timing, Every) else 0.0
        during = (During(shows[0].event, zone),)
        needs.append(Need(during, tuple(running), kind_of_event == "show", every_s=every_s))
    return (*needs, *(_need(group, night) for group in asked))


def _need(group: Sequence[Condition], night: NightContext) -> Need:
    return Need(tuple(group), _held(tuple(group), night.site, night.horizon, night.bounds))


@kept(most=512, mb=1)
def _held(
    group: tuple[Condition, ...], site: Site, horizon: Horizon, bounds: Bounds
) -> tuple[Stretch, ...]:
    """When conditions hold together in a night; kept, as they change with none of its settings."""
    return tuple(windows(group, site, horizon, bounds.seconds(STEP_S)))


def there_and_back(
    stretches: Sequence[Stretch], walk_s: float, long: Lengths
) -> tuple[Stretch, ...]:
    """When one may work at a spot that is reached, and left again, only within some stretches; what
    stands is taken to be changed there, which takes longest."""
    before_s = walk_s + MIN_S * CHANGE_MIN + long.set_up_s
    inner = ((a + before_s, b - long.pack_s - walk_s) for a, b in stretches)
    return tuple((a, b) for a, b in inner if a <= b)


def together(needs: Sequence[Need], night: NightContext) -> tuple[Stretch, ...]:
    """When all hold at once; the whole night where nothing is needed."""
    seconds = night.bounds.seconds(STEP_S)
    held: list[Stretch] = [(float(seconds[0]), float(seconds[-1]))]
    for need in needs:
        held = [
            (max(a, c), min(b, d)) for a, b in held for c, d in need.stretches if a < d and c < b
        ]
    return tuple(sorted(held))
