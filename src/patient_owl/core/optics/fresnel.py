"""How much of a light still water gives back, by how steeply it is met. [hecht2016-fresnel]"""

import numpy as np

from patient_owl.core.types import FloatArray

WATER_INDEX = 1.333  # of refraction, visible light, fresh water at 20 °C; [hecht2016-fresnel]


def water_reflectances(from_upright_deg: FloatArray) -> FloatArray:
    """Share of unpolarised light reflected, met at angles from the upright, 0 to 90°; their
    shape."""
    incidence = np.radians(np.clip(from_upright_deg, 0, 90))
    cos_in = np.cos(incidence)
    cos_out = np.sqrt(1 - (np.sin(incidence) / WATER_INDEX) ** 2)
    across = (cos_in - WATER_INDEX * cos_out) / (cos_in + WATER_INDEX * cos_out)
    along = (WATER_INDEX * cos_in - cos_out) / (WATER_INDEX * cos_in + cos_out)
    return np.where(np.asarray(from_upright_deg) >= 90, 1.0, (across**2 + along**2) / 2)


def water_reflectance(from_upright_deg: float) -> float:
    """The same at one angle."""
    return float(water_reflectances(np.array(from_upright_deg)))
