"""How fast sound goes: what the seconds between flash and bang are worth."""

from patient_owl.core.constants import SOUND_AT_0_C_M_S, ZERO_CELSIUS_K
from patient_owl.core.measure.formula import name, of, worked

# Of an ideal gas, so by the root of its temperature; damp air is faster by 0.3 % at most at 20 °C.
SOUND_SPEED = SOUND_AT_0_C_M_S * of("sqrt", 1.0 + name("temperature_c") / ZERO_CELSIUS_K)


def sound_speed_m_s(temperature_c: float) -> float:
    """Through air of so many °C. [m/s]"""
    return worked(SOUND_SPEED, {"temperature_c": temperature_c})
