"""What a program takes: minutes on the clock, room on the card, charge of the battery."""

from dataclasses import dataclass

from patient_owl.core.kit import Kit
from patient_owl.core.limits.support import battery_min
from patient_owl.core.program.program import Program


@dataclass(frozen=True)
class Cost:
    """Time on the clock [s]; room on the card [GB, and share of it]; batteries, and owned ones.

    None where the kit has no card, or needs no battery.
    """

    clock_s: float
    frames: int
    card_gb: float
    card_share: float | None
    batteries: float | None
    batteries_owned: int


def cost(kit: Kit, program: Program, temperature_c: float) -> Cost:
    """Reads the program; a battery gives so many minutes of open shutter at this temperature."""
    minutes = battery_min(kit, temperature_c)
    card_gb = program.frames * kit.body.raw_size_mb / 1000
    return Cost(
        clock_s=program.duration_s,
        frames=program.frames,
        card_gb=card_gb,
        card_share=card_gb / kit.support.card_gb if kit.support.card_gb else None,
        batteries=program.open_s / 60 / minutes if minutes else None,
        batteries_owned=1 + kit.support.spare_batteries,
    )
