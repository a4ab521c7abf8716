"""What a thing in the bag gives, beside what it is: with the camera it is used on."""

from collections.abc import Callable
from functools import partial
from typing import Any

from patient_owl.core.limits.stars import still_s
from patient_owl.core.optics.camera import field_of_view_deg
from patient_owl.library.kit.bag import CameraSpec
from patient_owl.library.kit.schemas import (
    AnySpec,
    BatterySpec,
    BodySpec,
    CardSpec,
    FilterSpec,
    LensSpec,
)
from patient_owl.words.kit import (
    battery_gives,
    card_gives,
    filter_gives,
    lens_gives,
)


def gives(spec: AnySpec, camera: CameraSpec | None) -> str:
    """A few words, empty where there is nothing to say; camera: the usual one."""
    output = _GIVES.get(type(spec))
    return output(spec, camera) if output else ""


def _lens(spec: LensSpec, camera: CameraSpec | None) -> str:
    if camera is None:
        return ""
    sensor = camera.to_domain().sensor
    ends = sorted({spec.shortest_focal_length_mm, spec.longest_focal_length_mm})
    across = [field_of_view_deg(sensor.width_mm, f, spec.projection) for f in ends]
    still = partial(still_s, sensor)
    return lens_gives(
        across, [still(f, "screen") for f in ends], [still(f, "wall_print") for f in ends]
    )


def _filter(spec: FilterSpec, _: CameraSpec | None) -> str:
    return filter_gives(spec.stops)


def _card(spec: CardSpec, camera: CameraSpec | None) -> str:
    if not isinstance(camera, BodySpec):
        return ""
    return card_gives(spec.capacity_gb * 1000 / camera.raw_size_mb)


def _battery(spec: BatterySpec, camera: CameraSpec | None) -> str:
    if not isinstance(camera, BodySpec):
        return ""
    return battery_gives(spec.count * camera.battery_min)


_GIVES: dict[type[AnySpec], Callable[[Any, CameraSpec | None], str]] = {
    LensSpec: _lens,
    FilterSpec: _filter,
    CardSpec: _card,
    BatterySpec: _battery,
}
