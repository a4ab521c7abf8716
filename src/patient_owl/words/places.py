"""A place in words."""

from patient_owl.core.tables.bortle import BORTLE_MAG_ARCSEC2, nearest_class
from patient_owl.words.quantities import begun, number

# What one sees there on a moonless night; common practice, by [bortle2001].
_SHOWS = (
    (2, "the Milky Way throws a shadow, airglow shows"),
    (3, "the Milky Way is full of structure"),
    (4, "the Milky Way shows, towns glow low down"),
    (5, "the Milky Way only overhead"),
    (7, "no Milky Way, the sky itself is grey"),
    (9, "only the bright stars"),
)


def darkness_text(sky_brightness_mag_arcsec2: float) -> str:
    """`Rural sky (21.3 mag/arcsec²): the Milky Way is full of structure`"""
    nearest = nearest_class(sky_brightness_mag_arcsec2)
    _, name = BORTLE_MAG_ARCSEC2[nearest]
    shows = next(text for most, text in _SHOWS if nearest <= most)
    return f"{begun(name)} ({number(sky_brightness_mag_arcsec2)} mag/arcsec²): {shows}"
