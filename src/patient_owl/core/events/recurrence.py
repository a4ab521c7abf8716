"""When a night comes round again."""

from collections.abc import Iterable
from datetime import date, timedelta

from patient_owl.core.events.event import Days

YEAR_OF_WEEKS = timedelta(weeks=52)


def a_year_on(evening: date, days: Iterable[Days]) -> date:
    """The evening a year on that is like this one: the same day of the year, as what comes once a
    year does; where something comes on a day of the week, that day nearest to it."""
    all_days = list(days)
    is_weekly = any(days.weekdays and days.month_day is None for days in all_days)
    if is_weekly and not any(days.month_day for days in all_days):
        return evening + YEAR_OF_WEEKS
    try:
        return evening.replace(year=evening.year + 1)
    except ValueError:  # the 29th of February
        return evening.replace(year=evening.year + 1, day=28)
