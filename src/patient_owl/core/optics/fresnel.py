"""How much of a light still water gives back, by how steeply it is met. [hecht2016-fresnel]"""

import math

WATER_INDEX = 1.333  # of refraction, visible light, fresh water at 20 °C; [hecht2016-fresnel]


def water_reflectance(from_upright_deg: float) -> float:
    """Share of unpolarised light reflected, met at an angle from the upright, 0 to 90°."""
    incidence = math.radians(from_upright_deg)
    if from_upright_deg >= 90:
        return 1.0
    cos_in = math.cos(incidence)
    cos_out = math.sqrt(1 - (math.sin(incidence) / WATER_INDEX) ** 2)
    across = (cos_in - WATER_INDEX * cos_out) / (cos_in + WATER_INDEX * cos_out)
    along = (WATER_INDEX * cos_in - cos_out) / (WATER_INDEX * cos_in + cos_out)
    return (across**2 + along**2) / 2
