"""Definitions and physical constants, each once, with unit and source."""

import math

# ISO 2720:1974: calibration constants of exposure meters.
REFLECTED_METER_K = 12.5  # cd·s·m⁻², the value most makers use (a few use 14)
INCIDENT_METER_C = 250.0  # lx·s, flat receptor

# SI defining constants, exact. [bipm2019]
LIGHT_SPEED_M_S = 299_792_458.0
PLANCK_J_S = 6.626_070_15e-34
LUMINOUS_EFFICACY_LM_W = 683.0  # of 540 THz, 555 nm
STANDARD_GRAVITY_M_S2 = 9.80665
METRES_PER_FOOT = 0.3048  # exact
KM_H = 1 / 3.6  # m/s, exact
SOUND_AT_0_C_M_S = 331.3  # m/s, dry air; [cramer1993]
ZERO_CELSIUS_K = 273.15  # exact

ASTRONOMICAL_UNIT_M = 149_597_870_700.0  # exact; [iau2012]
LIGHT_SPEED_AU_D = LIGHT_SPEED_M_S * 86400 / ASTRONOMICAL_UNIT_M
JULIAN_YEAR_D = 365.25  # [iau2012]
SIDEREAL_DAY_S = 86164.0905  # s, mean; [iers2010] via the Earth rotation angle
ARCSEC_PER_RAD = 180 * 3600 / math.pi

# [usno-rst]: mean refraction at the horizon and mean semidiameters.
REFRACTION_AT_HORIZON_ARCMIN = 34.0
SUN_SEMIDIAMETER_ARCMIN = 16.0
SUNRISE_SUN_ALTITUDE_DEG = -(REFRACTION_AT_HORIZON_ARCMIN + SUN_SEMIDIAMETER_ARCMIN) / 60

# Twilight ends where the Sun's centre stands this far below the horizon. [usno-rst]
CIVIL_TWILIGHT_SUN_ALTITUDE_DEG = -6.0
NAUTICAL_TWILIGHT_SUN_ALTITUDE_DEG = -12.0
ASTRONOMICAL_TWILIGHT_SUN_ALTITUDE_DEG = -18.0
# From and to: where lamps and the sky balance. Common practice.
BLUE_HOUR_SUN_ALTITUDE_DEG = (-8.0, -4.0)

GALACTIC_CORE_RA_DEG = (17 + 45 / 60 + 40 / 3600) * 15  # J2000, Sgr A* to 1″ in right ascension
GALACTIC_CORE_DEC_DEG = -(29 + 0 / 60 + 28 / 3600)

# WGS 84 ellipsoid. [wgs84]
EARTH_EQUATORIAL_RADIUS_KM = 6378.137
EARTH_FLATTENING = 1 / 298.257223563
EARTH_MEAN_RADIUS_M = 6_371_008.8  # (2a + b)/3 of it

TIDE_PERIOD_S = 12.4206012 * 3600  # the Moon's half-daily tide, M2 [pugh2014]
