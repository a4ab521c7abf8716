"""An offline gazetteer: towns of 5 000 and more, from GeoNames (CC BY 4.0)."""

import gzip
import unicodedata
from importlib.resources import files
from typing import NamedTuple

from patient_owl.core.kept import kept

MOST_ANSWERS = 12


class Town(NamedTuple):
    name: str
    country: str  # ISO 3166 code
    latitude_deg: float
    longitude_deg: float
    population: int


@kept(most=1, mb=28)
def _towns() -> list[tuple[str, Town]]:
    """Folded name and town, largest first."""
    packed = (files("patient_owl.library.places") / "towns.tsv.gz").read_bytes()
    towns = []
    for line in gzip.decompress(packed).decode().splitlines():
        name, country, latitude, longitude, population = line.split("\t")
        town = Town(name, country, float(latitude), float(longitude), int(population))
        towns.append((_folded(name), town))
    return towns


def _folded(text: str) -> str:
    """Lower case without accents, as people type in the dark."""
    plain = unicodedata.normalize("NFKD", text)
    return "".join(c for c in plain if not unicodedata.combining(c)).casefold().strip()


def find_towns(query: str) -> list[Town]:
    """Towns whose name begins with the query, then those that contain it; largest first."""
    folded = _folded(query)
    if len(folded) < 2:
        return []
    begins = [town for name, town in _towns() if name.startswith(folded)]
    if len(begins) < MOST_ANSWERS:
        begins += [town for name, town in _towns() if folded in name[1:]]
    return begins[:MOST_ANSWERS]
