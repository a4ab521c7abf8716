"""No answer that comes late moves what a hand is about to touch, and no page is wider than a phone.
The bound is the one published as good for cumulative layout shift: 0.1, and half of it here."""

import re

import pytest
from playwright.sync_api import Browser, Page

from tests.browser.conftest import Demo, enter
from tests.browser.test_thinnest_night import open_night

MOST_SHIFT = 0.05
GIVE_UP_MS = 120_000  # computed pictures come one at a time, on a machine of any load
WATCHED = """
window.shifted = 0
new PerformanceObserver((list) => {
  for (const one of list.getEntries()) if (!one.hadRecentInput) window.shifted += one.value
}).observe({ type: 'layout-shift', buffered: true })
"""
PAGES = (
    *("/nights", "/begin", "/find", "/places", "/kit", "/bench", "/schools", "/practice"),
    *("/logbook", "/logbook/learned", "/cards", "/account", "/guide", "/about"),
)


def addresses(page: Page) -> list[str]:
    open_night(page, "Skarn Light, first dark")
    night = re.sub(r"^https?://[^/]+", "", page.url)
    shot = page.locator("aside").get_by_role("link", name=re.compile("Winter stars"))
    return [*PAGES, night, f"{night}/pack", f"{night}/pictures", str(shot.get_attribute("href"))]


@pytest.mark.parametrize("size", [(1280, 800), (390, 844)], ids=["laptop", "phone"])
def test_no_page_moves_when_answers_come_nor_is_wider_than_its_screen(
    browser: Browser, demo: Demo, size: tuple[int, int]
) -> None:
    context = browser.new_context(viewport={"width": size[0], "height": size[1]})
    page = enter(context, demo)
    paths = addresses(page)
    page.add_init_script(WATCHED)
    moved, wide = {}, {}
    for path in paths:
        page.goto(f"{demo.url}{path}")
        page.get_by_role("heading", level=1).wait_for()
        page.wait_for_load_state("networkidle", timeout=GIVE_UP_MS)
        moved[path] = page.evaluate("window.shifted")
        wide[path] = page.evaluate("document.documentElement.scrollWidth")
    context.close()
    assert {path: shift for path, shift in moved.items() if shift >= MOST_SHIFT} == {}
    assert {path: px for path, px in wide.items() if px > size[0]} == {}
