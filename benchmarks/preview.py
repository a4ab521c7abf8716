"""The computed picture: alone, four at once, and how others are served while it is drawn."""

import asyncio
import json
import subprocess
import sys
import threading
from functools import partial
from pathlib import Path

from benchmarks.crowd import Crowd, Rate, asked
from benchmarks.engine import KIT
from benchmarks.http import served
from benchmarks.measure import report
from benchmarks.planning import BEGINS_S as DUSK_S
from benchmarks.planning import NIGHT
from patient_owl.core.kinds import KINDS, RECIPES
from patient_owl.core.kit import Lens, kit_of
from patient_owl.core.optics.camera import Framing
from patient_owl.core.picture.picture import PictureRequest, render
from patient_owl.core.plan.planned import PlannedShot, ShotSpec
from patient_owl.core.shot.plan import plan_shot
from patient_owl.platform.http.pools import COMPUTING

BEGINS_S = DUSK_S + 5 * 3600  # full dark
LARGE, SMALL = (1200, 800), (480, 320)
MEMORY_MB = 200


def run() -> None:
    up = Framing(180, 90)
    all_sky = kit_of(KIT.body, Lens(8, 2.8, 16, projection="fisheye"))
    stars = plan_shot(ShotSpec("stars_over_foreground", BEGINS_S, up), NIGHT, all_sky, {})
    report("1200 x 800, the whole sky through a fisheye", partial(_drawn, stars, LARGE), 20, 400)
    for key in RECIPES:
        shot = plan_shot(ShotSpec(key, BEGINS_S, Framing(180, 10)), NIGHT, KIT, {})
        report(f"480 x 320, {key}", partial(_drawn, shot, SMALL), 10, 60)
    print(subprocess.check_output([sys.executable, "-m", "benchmarks.preview"], text=True), end="")
    with served():
        _beside_others(Crowd())


def _drawn(shot: PlannedShot, size: tuple[int, int]) -> None:
    render(
        shot, NIGHT, PictureRequest(shot.settings, *size, drawing=KINDS[shot.recipe.key].drawing)
    )


def _beside_others(crowd: Crowd) -> None:
    """What a reader and a planner wait, alone and while somebody's hand is on a rail."""
    for what, work in (("session", crowd.got("/session")), ("plan", crowd.plan)):
        asked(work, 2, 3, crowd.headers)
        alone = asked(work, 2, 6, crowd.headers)
        pictures = Rate()
        drawing = threading.Thread(target=_draw, args=(crowd, pictures))
        drawing.start()
        beside = asked(work, 2, 6, crowd.headers)
        drawing.join()
        ratio = beside.within_ms(0.95) / alone.within_ms(0.95)
        print(f"{what} alone                {alone}")
        print(f"{what} beside pictures      {beside}  p95 {ratio:.1f} times (2)")
        print(f"  the pictures            {pictures}")


def _draw(crowd: Crowd, rate: Rate) -> None:
    body = {"night_id": crowd.night_id, "shot": crowd.body, "width_px": 1200}
    picture = ("POST", "/api/v1/computed/picture", json.dumps(body).encode())
    # four pages: each wants its own newest

    def page(number: int) -> None:
        headers = {**crowd.headers, "X-Owl-View": f"page {number}"}
        mine = asked(lambda: picture, 1, 7, headers)
        rate.took_s += mine.took_s
        rate.errors += mine.errors
        rate.for_s = max(rate.for_s, mine.for_s)

    pages = [threading.Thread(target=page, args=(number,)) for number in range(4)]
    for one in pages:
        one.start()
    for one in pages:
        one.join()


async def _memory() -> None:
    """In a process of its own: what four large ones at once take over what an idle one has, in the
    pool that the server draws them in."""
    shot = plan_shot(ShotSpec("cityscape", BEGINS_S, Framing(180, 5)), NIGHT, KIT, {})
    _drawn(shot, SMALL)
    idle_mb = _resident_mb("VmRSS")
    await asyncio.gather(*(COMPUTING.run(partial(_drawn, shot, LARGE)) for _ in range(4)))
    over = _resident_mb("VmHWM") - idle_mb
    print(f"memory of four 1200 x 800 at once, above idle          {over:.0f} MB ({MEMORY_MB})")


def _resident_mb(which: str) -> float:
    lines = Path("/proc/self/status").read_text().splitlines()
    line = next(one for one in lines if one.startswith(f"{which}:"))
    return int(line.split()[1]) / 1024


if __name__ == "__main__":
    asyncio.run(_memory())
