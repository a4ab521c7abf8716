"""Simulated cameras, one on the tripod of each shot."""

from patient_owl.adapters.camera import Aim, Camera, LightMeter, Memory
from patient_owl.adapters.simulated.camera import (
    Latent,
    SimulatedCamera,
    SimulatedLightMeter,
    latent,
)


class SimulatedRack:
    """Stands behind adapters.camera.CameraRack."""

    def camera(self, aim: Aim, memory: Memory) -> Camera:
        pitch_um = aim.body.sensor.pixel_pitch_um
        return SimulatedCamera(_scene(aim), aim.body.noise, pitch_um, memory)

    def meter(self, aim: Aim) -> LightMeter:
        return SimulatedLightMeter(_scene(aim))


def _scene(aim: Aim) -> Latent:
    return latent(aim.shot_id, aim.sky, aim.ground)
