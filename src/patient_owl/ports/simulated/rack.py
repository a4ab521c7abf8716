"""Simulated cameras, one on the tripod of each shot."""

from patient_owl.ports.camera import Aim, Camera, LightMeter, Memory
from patient_owl.ports.simulated.camera import SimulatedCamera, SimulatedLightMeter


class SimulatedRack:
    """Stands behind adapters.camera.CameraRack."""

    def camera(self, aim: Aim, memory: Memory) -> Camera:
        return SimulatedCamera(aim, memory)

    def meter(self, aim: Aim) -> LightMeter:
        return SimulatedLightMeter(aim)
