"""What goes into the bag for a night, from its shots and their order, each with its reason.

In the order of a bag: what stands on the tripod, what lights, what keeps going, what keeps warm.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from patient_owl.core.order.budget import Budget
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.program.program import Program
from patient_owl.core.reason import Reason
from patient_owl.core.shot import follow
from patient_owl.core.weather import WIND_NOTICE_M_S

Group = Literal["camera", "glass", "support", "light", "power", "small", "warmth"]
COLD_C, FROST_C = 10.0, 3.0  # a second layer; gloves and a hat. Common practice
KNEELING_M = 0.7  # whose camera stands lower kneels
LOW_TILT_DEG = 45.0  # and whose looks up steeply, to see the screen


@dataclass(frozen=True)
class Carried:
    """A thing of the bag that a shot is made with, by its name."""

    group: Group
    name: str


@dataclass(frozen=True)
class Use:
    """A shot and what it is made with."""

    title: str
    planned: PlannedShot
    takes: int
    things: tuple[Carried, ...]


@dataclass(frozen=True)
class Packed:
    """A line of the list. name: of a thing in the bag, else the code names it. count: how many;
    is_short: there are fewer. shots: titles of those it is for."""

    group: Group
    code: str
    name: str = ""
    count: int = 1
    is_short: bool = False
    shots: tuple[str, ...] = ()
    reasons: tuple[Reason, ...] = ()

    @property
    def key(self) -> str:
        """By which it is ticked."""
        return f"{self.code}:{self.name}"


def pack_list(uses: Sequence[Use], night: Budget) -> tuple[Packed, ...]:
    """Everything to take, in the order of a bag; each thing once."""
    lines = [*_things(uses), *_support(uses, night), *_power(uses, night), *_small(uses, night)]
    lines += [*_added(uses), *_warmth(night)]
    order: tuple[Group, ...] = ("camera", "glass", "support", "light", "power", "small", "warmth")
    by_thing: dict[str, Packed] = {}
    for line in sorted(lines, key=lambda packed: order.index(packed.group)):
        by_thing.setdefault(line.key, line)
    return tuple(by_thing.values())


def _things(uses: Sequence[Use]) -> list[Packed]:
    """What the shots are made with, by name, in the order of the shots."""
    titles: dict[Carried, list[str]] = {}
    most: dict[Carried, int] = {}
    for use in uses:
        for thing in use.things:
            if use.title not in titles.setdefault(thing, []):
                titles[thing].append(use.title)
            most[thing] = max(most.get(thing, 0), use.things.count(thing))
    return [
        Packed(thing.group, "thing", thing.name, most[thing], shots=tuple(shots))
        for thing, shots in titles.items()
    ]


def _support(uses: Sequence[Use], night: Budget) -> list[Packed]:
    on_legs = [use for use in uses if not use.planned.recipe.is_handheld]
    if not on_legs:
        return []
    support = [Packed("support", "tripod", shots=_titles(on_legs))]
    if any(_needs_release(use.planned) for use in on_legs):
        longest_s = max(use.planned.settings.exposure_s for use in on_legs)
        reason = Reason("release_for", {"longest_s": longest_s})
        support.append(Packed("support", "release", reasons=(reason,)))
    if night.gust_m_s >= WIND_NOTICE_M_S:
        reason = Reason("weight_for", {"gust_m_s": night.gust_m_s})
        support.append(Packed("support", "weight", reasons=(reason,)))
    return support


def _needs_release(planned: PlannedShot) -> bool:
    by_remote = planned.intent.side("release_school") == "release_remote"
    return by_remote or planned.positions["exposure_s"].is_bulb or planned.program.frames > 1


def _power(uses: Sequence[Use], night: Budget) -> list[Packed]:
    power = []
    if night.batteries is not None:
        needed = max(1, math.ceil(night.batteries))
        quantities = {"batteries": night.batteries, "owned": night.batteries_owned}
        if night.coldest_c is not None:
            quantities["coldest_c"] = night.coldest_c
        count, short = max(needed, min(2, night.batteries_owned)), night.batteries_are_short
        reason = Reason("batteries_for", quantities)
        power.append(Packed("power", "battery", "", count, short, reasons=(reason,)))
    if any(use.planned.kit.body.film is None for use in uses):
        owned = {"owned_gb": night.card_gb_owned} if night.card_gb_owned else {}
        reason = Reason("card_for", {"card_gb": night.card_gb, "frames": night.frames, **owned})
        power.append(Packed("power", "card", is_short=night.card_is_short, reasons=(reason,)))
    else:
        reason = Reason("film_for", {"frames": night.frames})
        power.append(Packed("power", "film", reasons=(reason,)))
    lit_s = sum(use.takes * _lit_s(follow.course(use.planned)) for use in uses)
    if lit_s:
        power.append(Packed("power", "charge", reasons=(Reason("charge_for", {"lit_s": lit_s}),)))
    return power


def _lit_s(course: Program) -> float:
    """How long the lights that are brought burn in one run of a course."""
    return course.rounds * sum(cue.lasts_s for cue in course.cues if cue.part)


def _small(uses: Sequence[Use], night: Budget) -> list[Packed]:
    small = [Packed("small", "headlamp"), Packed("small", "phone"), Packed("small", "lens_cloth")]
    focused = [use for use in uses if any("focus" in step for step in use.planned.plan.steps)]
    if focused:
        small.append(Packed("small", "tape", shots=_titles(focused)))
    if night.dew_from_s is not None:
        reason = Reason("dew_from", {"dew_from_s": night.dew_from_s})
        small.append(Packed("small", "heater", reasons=(reason,)))
    low = [use for use in uses if _is_low(use.planned)]
    if low:
        small.append(Packed("small", "kneepad", shots=_titles(low)))
    return small


def _is_low(planned: PlannedShot) -> bool:
    height = planned.intent.inputs.get("camera_height_m")
    stands_low = isinstance(height, float) and height <= KNEELING_M
    return stands_low or planned.intent.framing.tilt_deg >= LOW_TILT_DEG


def _added(uses: Sequence[Use]) -> list[Packed]:
    by_battery: dict[str, list[Use]] = {}
    for use in uses:
        for code in use.planned.recipe.packs:
            by_battery.setdefault(code, []).append(use)
    return [Packed("small", code, shots=_titles(those)) for code, those in by_battery.items()]


def _warmth(night: Budget) -> list[Packed]:
    if night.coldest_c is None:
        return [Packed("warmth", "layer")]
    reason = Reason("cold_of", {"coldest_c": night.coldest_c, "gust_m_s": night.gust_m_s})
    codes = ["layer"]
    if night.coldest_c < COLD_C:
        codes.append("second_layer")
    if night.coldest_c < FROST_C or (night.coldest_c < COLD_C and night.gust_m_s > WIND_NOTICE_M_S):
        codes.append("gloves_and_hat")
    return [Packed("warmth", code, reasons=(reason,)) for code in codes]


def _titles(uses: Sequence[Use]) -> tuple[str, ...]:
    return tuple(use.title for use in uses)
