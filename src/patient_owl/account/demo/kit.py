"""Generic kit for the demo, off the shelf; the sensor figures are invented."""

from patient_owl.library.kit.shelf import SHELF

_BY_NAME = {item.name: item for item in SHELF}

KIT = {
    key: _BY_NAME[name]
    for key, name in {
        "full_frame": "full-frame body, 24 MP",
        "crop": "crop body, 26 MP, half-stop dials",
        "film": "35 mm film, classic ISO 400",
        "wide": "24 mm f/1.8 prime",
        "ultra_wide": "14 mm f/2.8 prime",
        "zoom": "24–70 mm f/2.8 zoom",
        "tele": "70–300 mm f/4–5.6 zoom",
        "nd8": "ND 8",
        "nd64": "ND 64",
        "remote": "timer remote",
        "tripod": "carbon tripod, 12 kg",
        "card": "card, 64 GB",
        "battery": "spare battery",
        "torch": "torch, 100 lm narrow",
        "panel": "panel, 1000 lx at 1 m",
        "flash": "hand flash, guide number 40",
        "pen": "light pen",
        "orb": "orb on a string",
    }.items()
}
