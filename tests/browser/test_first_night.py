"""The first night for real use, from nothing, by the keyboard alone."""

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, Locator, Page, expect

from tests.browser.conftest import Demo

MOST_TABS = 150


@pytest.fixture
def real(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Demo]:
    running = Demo(tmp_path_factory.mktemp("real"), command="serve")
    running.start()
    yield running
    running.stop()


def reach(page: Page, wanted: Locator) -> None:
    """Tab until it has the keyboard, as somebody without a mouse does."""
    wanted.first.wait_for()
    for _ in range(MOST_TABS):
        if wanted.first.evaluate("node => node === document.activeElement"):
            return
        page.keyboard.press("Tab")
    raise AssertionError(f"not reached by {MOST_TABS} tabs: {wanted}")


def press(page: Page, wanted: Locator, key: str = "Enter") -> None:
    reach(page, wanted)
    page.keyboard.press(key)


def typed(page: Page, wanted: Locator, text: str) -> None:
    reach(page, wanted)
    page.keyboard.type(text)


def test_from_nothing_to_a_planned_shot_by_the_keyboard_alone(browser: Browser, real: Demo) -> None:
    context = browser.new_context(viewport={"width": 1280, "height": 800})
    page = context.new_page()
    page.goto(real.url)
    typed(page, page.get_by_label("Your name"), "Ida")
    typed(page, page.get_by_label("E-mail address"), "ida@example.org")
    typed(page, page.get_by_label("Password"), "correct horse battery")
    page.keyboard.press("Enter")

    # where, with what, when: on one page
    page.get_by_role("heading", name="The first night").wait_for()
    typed(page, page.get_by_label("The nearest town"), "A Coru")
    press(page, page.locator(".towns button"))
    button = page.get_by_role("button", name="Show me its light")
    expect(button).to_be_disabled()
    expect(page.get_by_text("Still wanted: a camera, a lens.")).to_be_visible()
    press(page, page.get_by_label("35 mm film, classic ISO 400"), "Space")
    press(page, page.get_by_label("24 mm f/1.8 prime"), "Space")
    press(page, button)

    # a shot is asked its kind, and what was planned is changed in its sentence
    press(page, page.get_by_role("button", name=re.compile("^Add a shot at")))
    kind = page.locator(".v-list-item").filter(has_text="Star trails")
    kind.wait_for()
    for _ in range(MOST_TABS):
        if kind.evaluate("node => node.contains(document.activeElement)"):
            break
        page.keyboard.press("ArrowDown")
    page.keyboard.press("Enter")
    page.get_by_role("heading", name="Star trails", level=1).wait_for()
    press(page, page.get_by_role("button", name=re.compile("^Open in all: ")))
    field = page.get_by_label("Open in all", exact=True)
    expect(field).to_be_focused()
    page.keyboard.press("ControlOrMeta+a")
    page.keyboard.type("90")
    page.keyboard.press("Enter")
    word = page.get_by_role("button", name="Open in all: 1 h 30 min")
    expect(word).to_be_focused()
    press(page, page.get_by_role("slider", name="Aperture, to the right is brighter"), "ArrowLeft")
    expect(page.get_by_role("button", name="Aperture: set by you")).to_be_visible()
    expect(page.get_by_role("status").filter(has_text=re.compile("^kept$"))).to_be_visible()
    context.close()
