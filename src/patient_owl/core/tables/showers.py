"""Meteor showers worth a night.

Peak as solar longitude (J2000), radiant at the peak, rate at the zenith under a perfect sky.
[imo-calendar], International Meteor Organization's Meteor Shower Calendar, working list;
from memory, rounded to the degree. Rates of the irregular ones vary from year to year.
"""

from typing import NamedTuple


class Shower(NamedTuple):
    """IAU code, name, solar longitude of the peak [deg], radiant J2000 [deg], ZHR [1/h]."""

    code: str
    name: str
    solar_longitude_deg: float
    ra_deg: float
    dec_deg: float
    zenithal_hourly_rate: int


SHOWERS = (
    Shower("QUA", "Quadrantids", 283.15, 230, 49, 80),
    Shower("LYR", "April Lyrids", 32.32, 271, 34, 18),
    Shower("ETA", "eta Aquariids", 45.5, 338, -1, 50),
    Shower("SDA", "Southern delta Aquariids", 128.0, 340, -16, 25),
    Shower("CAP", "alpha Capricornids", 128.0, 307, -10, 5),
    Shower("PER", "Perseids", 140.0, 48, 58, 100),
    Shower("DRA", "Draconids", 195.4, 262, 54, 5),
    Shower("ORI", "Orionids", 208.0, 95, 16, 20),
    Shower("STA", "Southern Taurids", 223.0, 52, 15, 7),
    Shower("NTA", "Northern Taurids", 230.0, 58, 22, 5),
    Shower("LEO", "Leonids", 235.27, 152, 22, 10),
    Shower("GEM", "Geminids", 262.2, 112, 33, 150),
    Shower("URS", "Ursids", 270.7, 217, 76, 10),
)
PEAK_WIDTH_DEG = 2.0  # of solar longitude, about two nights: near enough the peak to say so
