"""Small simulated devices behind the ports real ones would use."""

from patient_owl.adapters.devices import Devices
from patient_owl.adapters.simulated.rack import SimulatedRack
from patient_owl.adapters.simulated.weather import SimulatedWeather


def simulated_devices() -> Devices:
    """All of them."""
    return Devices(weather=SimulatedWeather(), cameras=SimulatedRack())
