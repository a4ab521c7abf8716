"""The port of a weather provider. The simulated one answers it; a real one would the same."""

from datetime import datetime
from typing import Protocol

from patient_owl.core.weather import Weather


class WeatherProvider(Protocol):
    """Hourly forecasts for a place. is_simulated is shown wherever its numbers are."""

    name: str
    is_simulated: bool

    def hourly(
        self,
        latitude_deg: float,
        longitude_deg: float,
        hours_utc: list[datetime],
        asked_utc: datetime,
    ) -> list[Weather]:
        """One forecast for each whole hour, as known at `asked_utc`."""
        ...
