"""Where and when practice scenes lie: the made-up coast, on dates that are fixed.

So Moon and twilight are what a scene is about whenever it is tried.
"""

from datetime import date

from patient_owl.core.kit import Lens
from patient_owl.core.meterless import Darkness
from patient_owl.core.scenes.scenario import PracticePlace
from patient_owl.core.sky.horizon import horizon_from
from patient_owl.core.sky.tracks import Site

SKARN = PracticePlace(Site(43.302, -9.214, 12), Darkness(21.3))
EWES = PracticePlace(
    Site(43.268, -9.131, 184),
    Darkness(21.6, 15.0, horizon_from([(0, 4), (75, 11), (150, 3), (265, 9), (335, 3)])),
)
HARBOUR = PracticePlace(Site(43.331, -9.178, 4), Darkness(19.4))
TAMSEL = PracticePlace(Site(43.279, -9.166, 38), Darkness(20.1, 330.0))
MILL = PracticePlace(Site(43.257, -9.152, 61), Darkness(21.2))
QUILL = PracticePlace(Site(43.29, -9.12, 95), Darkness(20.8))
KAIMARRA = PracticePlace(Site(-44.12, 170.31, 710), Darkness(21.9), "Pacific/Auckland")

NEW_MOON, HALF_MOON, FULL_MOON = date(2026, 12, 9), date(2026, 12, 17), date(2026, 12, 23)
ZOOM_35, ZOOM_50 = Lens(35.0, 2.8, 22.0), Lens(50.0, 2.8, 22.0)
MINUTE_S, HOUR_S = 60.0, 3600.0
