"""./owl benchmarks: run every part but those that want to be asked for, or those named."""

import sys

from benchmarks import (
    advisor,
    bundle,
    caches,
    cluster,
    crowd,
    engine,
    field,
    http,
    laws,
    matching,
    measuring,
    morning,
    ordering,
    performing,
    planning,
    preview,
    sky,
    soak,
)

PARTS = {
    "advisor": advisor.run,
    "engine": engine.run,
    "planning": planning.run,
    "performing": performing.run,
    "preview": preview.run,
    "matching": matching.run,
    "morning": morning.run,
    "ordering": ordering.run,
    "laws": laws.run,
    "sky": sky.run,
    "http": http.run,
    "bundle": bundle.run,
    "caches": caches.run,
    "crowd": crowd.run,
    "cluster": cluster.run,
    "field": field.run,
    "measuring": measuring.run,
    "soak": soak.run,
}

BY_NAME_ONLY = ("caches", "cluster", "laws", "soak")  # one wants packages, two their time

if __name__ == "__main__":
    for name in sys.argv[1:] or (name for name in PARTS if name not in BY_NAME_ONLY):
        print(f"\n== {name}")
        PARTS[name]()
