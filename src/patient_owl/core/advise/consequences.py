"""What a change of setting does besides brightness: to noise, trails, depth and softness."""

from patient_owl.core.exposure.settings import Positions
from patient_owl.core.kept import kept
from patient_owl.core.kit import Kit
from patient_owl.core.noise import SensorNoise, tone
from patient_owl.core.optics.depth_of_field import (
    airy_diameter_um,
    confusion_um,
    hyperfocal_m,
)
from patient_owl.core.plan.report import SHADOW_STOPS, Blurs
from patient_owl.core.reason import Reason

TRAIL_WORTH_SAYING_PX = 1.0  # nobody sees less; common practice
SNR_WORTH_SAYING = 1.15  # a third of a stop of light is worth 12 %
DEPTH_WORTH_SAYING = 1.15  # of the hyperfocal distance


def consequences(
    kit: Kit, blurs: Blurs, temperature_c: float, before: Positions, after: Positions
) -> tuple[Reason, ...]:
    """What the change from one setting to another costs or wins, where anybody would see it."""
    moved = {control for control in before if before[control] is not after[control]}
    reasons: list[Reason | None] = []
    if moved & {"exposure_s", "iso"}:
        reasons.append(_noise(kit, temperature_c, before, after))
    if "exposure_s" in moved:
        reasons.append(_trails(blurs, before, after))
    if "f_number" in moved:
        reasons.append(_depth(kit, before, after))
    return tuple(reason for reason in reasons if reason is not None)


def _noise(kit: Kit, temperature_c: float, before: Positions, after: Positions) -> Reason | None:
    noise, pitch_um = kit.body.noise, kit.body.sensor.pixel_pitch_um
    if noise is None:
        return None
    old, new = (
        _shadow_snr(noise, pitch_um, p["exposure_s"].value, p["iso"].value, temperature_c)
        for p in (before, after)
    )
    if max(old, new) < SNR_WORTH_SAYING * min(old, new):
        return None
    code = "costs_noise" if new < old else "wins_noise"
    return Reason(code, {"snr": new, "before_snr": old}, "emva1288")


@kept(most=1024, mb=1)
def _shadow_snr(
    noise: SensorNoise, pitch_um: float, exposure_s: float, iso: float, temperature_c: float
) -> float:
    """Kept: every word over one setting is weighed against the same."""
    return tone(noise, pitch_um, exposure_s, iso, SHADOW_STOPS, temperature_c).snr


def _trails(blurs: Blurs, before: Positions, after: Positions) -> Reason | None:
    px_per_s = blurs.star_drift_px_per_s
    old, new = (px_per_s * p["exposure_s"].value for p in (before, after))
    if abs(new - old) < TRAIL_WORTH_SAYING_PX:
        return None
    return Reason("costs_trails", {"drift_px": new, "before_px": old})


def _depth(kit: Kit, before: Positions, after: Positions) -> Reason | None:
    confusion = confusion_um(kit.body.sensor.diagonal_mm)
    focal = kit.lens.focal_length_mm
    old, new = (hyperfocal_m(focal, p["f_number"].value, confusion) for p in (before, after))
    if max(old, new) < DEPTH_WORTH_SAYING * min(old, new):
        return None
    airy_px = airy_diameter_um(after["f_number"].value) / kit.body.sensor.pixel_pitch_um
    code = "costs_depth" if new > old else "wins_depth"
    return Reason(code, {"near_m": new / 2, "before_m": old / 2, "airy_px": airy_px}, "ray2002")
