"""The nights of a place under each other: how dark each is, and where the Moon is."""

from datetime import date, timedelta

from pydantic import BaseModel

from patient_owl.core.dark_year import DarkNight, dark_nights
from patient_owl.core.kept import kept
from patient_owl.core.night import was_day
from patient_owl.core.sky.tracks import Site
from patient_owl.library.places.service import site_of
from patient_owl.library.places.zones import zone
from patient_owl.platform.tables.places import Place


class DarkRowOut(BaseModel):
    """A night from noon to noon. dark: a digit a step, 0 for day to the year's most_level for full
    dark. moon: how much of it is lit while it is up, the same way."""

    evening_date: date
    dark: str
    moon: str


def dark_rows(place: Place, first: date, last: date) -> list[DarkRowOut]:
    """Every night from one evening to another."""
    return [_row(night) for night in _darkness(site_of(place), place.time_zone, first, last)]


@kept(most=32, mb=16)
def _darkness(site: Site, time_zone: str, first: date, last: date) -> tuple[DarkNight, ...]:
    place_zone = zone(time_zone)
    days = (first + timedelta(days=k) for k in range((last - first).days + 1))
    evenings = [day for day in days if was_day(day, place_zone)]
    return tuple(dark_nights(site, place_zone, evenings))


def _row(night: DarkNight) -> DarkRowOut:
    dark, moon = ("".join(map(str, steps)) for steps in (night.dark, night.moon))
    return DarkRowOut(evening_date=night.evening, dark=dark, moon=moon)
