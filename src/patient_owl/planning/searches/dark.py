"""The dark calendar a search is looked at in."""

from datetime import date, timedelta

from patient_owl.core.dark_year import MOST_LEVEL
from patient_owl.core.sky import ephemeris
from patient_owl.library.places.dark import dark_rows
from patient_owl.planning.searches.schemas import DarkOut
from patient_owl.planning.searches.service import DAYS_A_MONTH
from patient_owl.platform.tables.places import Place


def dark_out(place: Place, first: date, months: int) -> DarkOut:
    ephemeris.check_day(first)
    last = first + timedelta(days=round(months * DAYS_A_MONTH) - 1)
    ephemeris.check_day(last + timedelta(days=1))
    return DarkOut(
        place_name=place.name,
        time_zone=place.time_zone,
        most_level=MOST_LEVEL,
        rows=dark_rows(place, first, last),
    )
