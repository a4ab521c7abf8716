"""Small simulated devices behind the ports real ones would use."""

from patient_owl.ports.devices import Devices
from patient_owl.ports.simulated.rack import SimulatedRack
from patient_owl.ports.simulated.weather import SimulatedWeather


def simulated_devices() -> Devices:
    """All of them."""
    return Devices(weather=SimulatedWeather(), cameras=SimulatedRack())
