"""Simulated cameras, one on the tripod of each shot, each with a memory of its own."""

from collections import OrderedDict
from threading import Lock
from uuid import UUID

from patient_owl.adapters.camera import Aim, Camera, LightMeter
from patient_owl.adapters.simulated.camera import (
    Latent,
    SimulatedCamera,
    SimulatedLightMeter,
    latent,
)

MOST_CAMERAS = 64  # simulated devices held at once; the longest unused is switched off


class SimulatedRack:
    """Stands behind adapters.camera.CameraRack."""

    def __init__(self) -> None:
        self._cameras: OrderedDict[UUID, Camera] = OrderedDict()
        self._lock = Lock()

    def camera(self, aim: Aim) -> Camera:
        """The camera of a shot, switched on when first asked for."""
        with self._lock:
            if aim.shot_id not in self._cameras:
                sensor = aim.body.sensor
                self._cameras[aim.shot_id] = SimulatedCamera(
                    _scene(aim), aim.body.noise, sensor.pixel_pitch_um
                )
            self._cameras.move_to_end(aim.shot_id)
            while len(self._cameras) > MOST_CAMERAS:
                self._cameras.popitem(last=False)
            return self._cameras[aim.shot_id]

    def meter(self, aim: Aim) -> LightMeter:
        return SimulatedLightMeter(_scene(aim))


def _scene(aim: Aim) -> Latent:
    return latent(aim.shot_id, aim.sky, aim.ground)
