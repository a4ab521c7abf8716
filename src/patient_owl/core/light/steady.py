"""Light that stands and burns low: so many per cent of a panel. It answers to every control."""

from patient_owl.core.exposure.settings import ev100_from_illuminance
from patient_owl.core.light.lamp import Panel, illuminance_lux
from patient_owl.core.light.part import Lever, LightPart

SIGMA_STOPS = 0.5  # makers' figures and a paced distance; common practice


def steady(
    key: str,
    panel: Panel,
    distance_m: float,
    angle_deg: float = 0.0,
    placement_stops: float = 0.0,
    source: str = "panel",
) -> LightPart:
    """A panel on its subject. Its lever is the share of its power, 1 is all of it."""
    lux = illuminance_lux(panel.lux_at_1m, distance_m, angle_deg)
    lever = Lever("share", 1.0, panel.least_share, 1.0)
    ev100 = float(ev100_from_illuminance(lux))
    return LightPart(key, source, ev100, SIGMA_STOPS, placement_stops, levers=(lever,))
