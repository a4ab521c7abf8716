"""What one may want to see stand somewhere: Sun, Moon, core, poles, planets, stars, radiants."""

import csv
from collections.abc import Mapping
from dataclasses import dataclass
from importlib.resources import files

from patient_owl.core.constants import GALACTIC_CORE_DEC_DEG, GALACTIC_CORE_RA_DEG
from patient_owl.core.errors import WrongValue
from patient_owl.core.kept import kept
from patient_owl.core.tables.showers import SHOWERS


@dataclass(frozen=True)
class Target:
    """key: `mars`, `core`, `star-32349`, `shower-per`. kind: sun, moon, planet, star, ...

    segment: its name in the ephemeris, for the Sun's family; else a J2000 direction with
    proper motion. [deg, mas/a]
    """

    key: str
    name: str
    kind: str
    segment: str | None = None
    ra_deg: float = 0.0
    dec_deg: float = 0.0
    pm_ra_mas_a: float = 0.0
    pm_dec_mas_a: float = 0.0
    epoch_year: float = 2000.0


_PLANETS = {
    "mercury": "mercury",
    "venus": "venus",
    "mars": "mars",
    "jupiter": "jupiter barycenter",
    "saturn": "saturn barycenter",
}


@kept(most=1, mb=1)
def targets() -> Mapping[str, Target]:
    """Every target by key, in the order people look for them."""
    bodies = [
        Target("sun", "Sun", "sun", "sun"),
        Target("moon", "Moon", "moon", "moon"),
        Target("core", "galactic core", "core", None, GALACTIC_CORE_RA_DEG, GALACTIC_CORE_DEC_DEG),
        Target("north-pole", "north celestial pole", "pole", None, 0, 90),
        Target("south-pole", "south celestial pole", "pole", None, 0, -90),
        *(Target(key, key.capitalize(), "planet", segment) for key, segment in _PLANETS.items()),
        *(
            Target(
                f"shower-{s.code.lower()}", f"{s.name} radiant", "shower", None, s.ra_deg, s.dec_deg
            )
            for s in SHOWERS
        ),
        *_stars(),
    ]
    return {target.key: target for target in bodies}


def _stars() -> list[Target]:
    text = (files("patient_owl.core.tables") / "stars.csv").read_text()
    rows = sorted(csv.DictReader(text.splitlines()), key=lambda row: row["name"])
    return [
        Target(
            f"star-{row['hip']}",
            row["name"],
            "star",
            None,
            float(row["ra_deg"]),
            float(row["dec_deg"]),
            float(row["pm_ra_mas_a"]),
            float(row["pm_dec_mas_a"]),
            1991.25,  # the catalogue's epoch
        )
        for row in rows
    ]


def target(key: str) -> Target:
    """The target of that key, or WrongValue."""
    known = targets().get(key)
    if known is None:
        raise WrongValue("target", "one of the listed targets, such as core, moon or mars", key)
    return known
