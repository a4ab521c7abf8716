"""The devices and services the app was started with; each stands behind its port."""

from dataclasses import dataclass

from patient_owl.ports.camera import CameraRack
from patient_owl.ports.weather import WeatherProvider


@dataclass(frozen=True)
class Devices:
    """Chosen in create_app and handed to whoever asks."""

    weather: WeatherProvider
    cameras: CameraRack
