"""What changed between two takes, in words."""

from collections.abc import Mapping

from patient_owl.core.advise.belief import Verdict
from patient_owl.core.exposure.dials import Control
from patient_owl.words.formats import signed_stops
from patient_owl.words.plan import CONTROL_TITLES

# What people say over the back of the camera, darkest first.
VERDICTS: Mapping[Verdict, str] = {
    "black": "black",
    "dark": "dark",
    "darkish": "a touch dark",
    "right": "right",
    "brightish": "a touch bright",
    "bright": "bright",
    "blown": "blown",
}


def change_text(old: Mapping[Control, str], new: Mapping[Control, str], change_stops: float) -> str:
    """`ISO 3200 → ISO 6400 (+1)`; `same settings` when nothing moved."""
    moved = [f"{old[c]} → {new[c]}" for c in CONTROL_TITLES if old[c] != new[c]]
    return f"{', '.join(moved)} ({signed_stops(change_stops)})" if moved else "same settings"
