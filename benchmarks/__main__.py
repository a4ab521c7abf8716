"""./owl benchmarks: run every part, or those named."""

import sys

from benchmarks import (
    advisor,
    bundle,
    cluster,
    crowd,
    engine,
    field,
    http,
    matching,
    planning,
    sky,
    soak,
)

PARTS = {
    "advisor": advisor.run,
    "engine": engine.run,
    "planning": planning.run,
    "matching": matching.run,
    "sky": sky.run,
    "http": http.run,
    "bundle": bundle.run,
    "crowd": crowd.run,
    "cluster": cluster.run,
    "field": field.run,
    "soak": soak.run,
}

if __name__ == "__main__":
    for name in sys.argv[1:] or PARTS:
        print(f"\n== {name}")
        PARTS[name]()
