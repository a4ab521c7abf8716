"""The phone as an instrument: what it loads, how soon it reads, and a run that goes on below."""

import gzip
import re
import tempfile

import numpy as np
from playwright.sync_api import Page, sync_playwright

from benchmarks.field import BASE, start
from patient_owl.ports.settings import PROJECT_DIR

DIST = PROJECT_DIR / "web" / "dist" / "assets"
WANTED_KB, WANTED_STEADY_MS = 25, 500

# Sixty orientations a second for some seconds, beside a run; how long frames took, and how evenly
# the run's own count went on. One that is far off comes in halfway: how long until it is read.
STORM = """(lasts_ms) => new Promise((done) => {
  const frames = [], counted = []
  let bearing = 20, turnedAt = 0, steadyAt = 0
  const tell = setInterval(() => dispatchEvent(new DeviceOrientationEvent(
    'deviceorientationabsolute',
    { alpha: 360 - bearing + 0.3 * Math.random(), beta: 95, gamma: 0, absolute: true })), 1000 / 60)
  const clock = document.querySelector('[role=dialog] [role=timer]')
  const look = new MutationObserver(() => counted.push(performance.now()))
  look.observe(clock, { subtree: true, characterData: true, childList: true })
  const shown = () => parseInt(document.querySelector('.bearing')?.textContent ?? '')
  const began = performance.now()
  let last = began
  function frame(now) {
    frames.push(now - last)
    last = now
    if (!turnedAt && now - began > lasts_ms / 2) { bearing = 60; turnedAt = now }
    const off = Math.abs(shown() - 59)  // the needle points a degree west
    if (turnedAt && !steadyAt && off <= 1) steadyAt = now
    if (now - began < lasts_ms) return requestAnimationFrame(frame)
    clearInterval(tell)
    look.disconnect()
    done({ frames, counted, steady_ms: steadyAt - turnedAt })
  }
  requestAnimationFrame(frame)
})"""


def run() -> None:
    _size()
    with tempfile.TemporaryDirectory() as var_dir:
        server = start(var_dir)
        try:
            with sync_playwright() as playwright:
                browser = playwright.chromium.launch(
                    executable_path="/usr/bin/chromium", args=["--no-sandbox", "--disable-gpu"]
                )
                page = browser.new_page(viewport={"width": 390, "height": 844})
                _storm(page)
                browser.close()
        finally:
            server.terminate()
            server.wait(30)


def _size() -> None:
    """What opening an instrument loads that no page had before."""
    ours = [f for f in DIST.iterdir() if re.match(r"(MeasurePanel|instruments|kept)-", f.name)]
    gz_kb = sum(len(gzip.compress(file.read_bytes())) for file in ours) / 1000
    verdict = "ok" if gz_kb <= WANTED_KB else "OVER"
    print(f"instruments, gzipped: {gz_kb:.1f} kB  wanted {WANTED_KB} kB  {verdict}")


def _storm(page: Page) -> None:
    page.goto(BASE)
    page.get_by_role("button", name="Enter the demo").click()
    page.get_by_role("link", name=re.compile("The Ewes without a moon")).click()
    page.get_by_role("link", name="Into the field").click()
    # minutes of star trails
    page.get_by_role("button", name=re.compile("^(Open|Run)")).click()
    page.get_by_role("button", name="Measure", exact=True).click()
    page.get_by_role("dialog").get_by_role("timer").wait_for()
    page.evaluate("dispatchEvent(new DeviceOrientationEvent('deviceorientationabsolute', "
                  "{ alpha: 0, beta: 95, gamma: 0, absolute: true }))")  # fmt: skip
    page.locator(".bearing").wait_for()
    found = page.evaluate(STORM, 6000)
    frames, gaps = np.array(found["frames"][1:]), np.diff(found["counted"])
    print(f"frames under 60 events/s: p50 {np.median(frames):.1f} ms, "
          f"p99 {np.percentile(frames, 99):.1f} ms, longest {frames.max():.1f} ms")  # fmt: skip
    print(f"the run's count meanwhile: every {np.median(gaps):.0f} ms, at most {gaps.max():.0f} ms")
    steady = found["steady_ms"]
    verdict = "ok" if 0 < steady <= WANTED_STEADY_MS else "OVER"
    print(f"a turn of 40° is read after {steady:.0f} ms  wanted {WANTED_STEADY_MS} ms  {verdict}")
