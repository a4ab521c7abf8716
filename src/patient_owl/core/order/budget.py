"""What the whole night takes: room on the card, batteries in the cold, time, walking, and dew."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from patient_owl.core.limits.support import battery_min
from patient_owl.core.order.agreed import Agreed
from patient_owl.core.shot import follow
from patient_owl.core.weather import Weather, dew_reason

HOUR_S = 3600.0


@dataclass(frozen=True)
class Budget:
    """Of all shots that have their place.

    frames, card_gb: with every take reckoned with. card_gb_owned: of all cards along, 0 without.
    batteries: by the temperature when they are used; None where no body needs one. on_site_s: at
    the car to at the car. dew_from_s: from which hour on the glass would dew over. coldest_c,
    gust_m_s: of the hours one is there.
    """

    frames: int
    card_gb: float
    card_gb_owned: float
    batteries: float | None
    batteries_owned: int
    on_site_s: float
    walking_s: float
    dew_from_s: float | None
    coldest_c: float | None
    gust_m_s: float

    @property
    def card_is_short(self) -> bool:
        return 0 < self.card_gb_owned < self.card_gb

    @property
    def batteries_are_short(self) -> bool:
        return self.batteries is not None and self.batteries > self.batteries_owned


def budget(hours: Sequence[tuple[float, Weather]], agreed: Agreed) -> Budget:
    """Reads the programs and the order. hours: the forecast, (epoch_seconds, weather)."""
    frames, card_gb, batteries = 0, 0.0, 0.0
    owned, card_owned, needs_power = 0, 0.0, False
    slots = agreed.order.slots
    for slot in slots:
        request = agreed.shot(slot.job.key)
        kit, long, course = request.planned.kit, request.lengths, follow.course(request.planned)
        taken = long.takes * course.frames + long.quick_frames
        frames += taken
        card_gb += taken * kit.body.raw_size_mb / 1000
        now = min(hours, key=lambda hour: abs(hour[0] - slot.starts_s), default=None)
        celsius = now[1].temperature_c if now else request.planned.scene.temperature_c
        minutes = battery_min(kit, celsius)
        if minutes:
            needs_power = True
            batteries += long.takes * course.open_s / 60 / minutes
        owned = max(owned, 1 + kit.support.spare_batteries)
        card_owned = max(card_owned, kit.support.card_gb)
    from_s = slots[0].leaves_s if slots else agreed.outing.from_s
    there = _hours(hours, from_s, agreed.order.back_s) if slots else {}
    walked_s = sum(slot.arrives_s - slot.leaves_s for slot in slots)
    if slots:
        walked_s += agreed.outing.home_s(slots[-1].job)
    return Budget(
        frames=frames,
        card_gb=card_gb,
        card_gb_owned=card_owned,
        batteries=batteries if needs_power else None,
        batteries_owned=owned,
        on_site_s=agreed.order.back_s - from_s if slots else 0.0,
        walking_s=walked_s,
        dew_from_s=next((at for at, w in there.items() if dew_reason(w) is not None), None),
        coldest_c=min((w.temperature_c for w in there.values()), default=None),
        gust_m_s=max((w.gust_m_s for w in there.values()), default=0.0),
    )


def _hours(
    hours: Sequence[tuple[float, Weather]], from_s: float, to_s: float
) -> Mapping[float, Weather]:
    """The forecast while one is there, by its hour."""
    return {at: w for at, w in hours if from_s - HOUR_S < at <= to_s}
