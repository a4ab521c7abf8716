"""What stands on the tripod and lies in the bag, as far as planning needs it."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal

from patient_owl.core.exposure.dials import Control, Dial, Steps, aperture_dial, iso_dial, time_dial
from patient_owl.core.exposure.filters import Filter, filter_dial
from patient_owl.core.exposure.reciprocity import Film, Process
from patient_owl.core.noise import SensorNoise
from patient_owl.core.optics.camera import Projection, Sensor

NOISY_ISO = 6400.0  # on 36 mm × 24 mm, of a print that is looked at; common practice

NOISY_ISO = 6400.0  # on 36 mm × 24 mm, of a print that is looked at; common practice

FirstCurtain = Literal["mirror", "electronic"]
Files = Literal["raw", "jpeg"]
Medium = Files | Process  # what a frame is kept on
Release = Literal["none", "self_timer", "cable", "timer"]


@dataclass(frozen=True)
class Body:
    """A camera body or film back.

    noise: None for film and for a sensor nobody measured. film: None for a sensor.
    battery_min: minutes of open shutter at 20 °C, None where no battery is needed.
    stabiliser_stops: 0 without one. files: what is mended afterwards.
    """

    sensor: Sensor
    dial_steps: Steps = "thirds"
    lowest_iso: float = 100
    highest_iso: float = 25600
    in_camera_ceiling_s: float = 30
    noise: SensorNoise | None = None
    film: Film | None = None
    raw_size_mb: float = 30
    battery_min: float | None = 240
    first_curtain: FirstCurtain = "electronic"
    stabiliser_stops: float = 0
    files: Files = "raw"

    @property
    def keeps(self) -> Medium:
        """What a frame is kept on."""
        return self.film.process if self.film else self.files


@dataclass(frozen=True)
class Lens:
    """A lens at the focal length used. f-numbers as printed there."""

    focal_length_mm: float
    widest_f_number: float
    narrowest_f_number: float
    blades: int = 9
    closest_focus_m: float = 0.0
    projection: Projection = "rectilinear"


@dataclass(frozen=True)
class Support:
    """What else is along: None or 0 where there is none."""

    tripod_load_kg: float | None = None
    card_gb: float = 0
    spare_batteries: int = 0
    release: Release = "self_timer"


@dataclass(frozen=True)
class Kit:
    """What stands on the tripod, the dials it gives, and what else is in the bag.

    The dials follow from the rest, so two kits are the same without comparing them.
    """

    body: Body
    lens: Lens
    dials: Mapping[Control, Dial] = field(compare=False, repr=False)
    support: Support = Support()
    filters: tuple[Filter, ...] = ()

    @property
    def noisy_iso(self) -> float:
        """From where on gain is seen as noise: the less of a sensor there is, the sooner."""
        return NOISY_ISO / self.body.sensor.crop_factor**2

    @property
    def base_iso(self) -> float:
        """The lowest ISO at which the sensor gives all it has."""
        return self.dials["iso"].at_least(self.dials["iso"].usual_from).value


def kit_of(
    body: Body, lens: Lens, filters: Sequence[Filter] = (), support: Support = Support()
) -> Kit:
    """Body, lens, filters and support with the dials they give."""
    dials: dict[Control, Dial] = {
        "exposure_s": time_dial(body.dial_steps, body.in_camera_ceiling_s, body.film),
        "f_number": aperture_dial(body.dial_steps, lens.widest_f_number, lens.narrowest_f_number),
        "iso": iso_dial(
            body.dial_steps,
            body.lowest_iso,
            body.highest_iso,
            body.noise.base_iso if body.noise else 0.0,
        ),
        "nd_stops": filter_dial(tuple(filters)),
    }
    return Kit(body, lens, dials, support, tuple(filters))
