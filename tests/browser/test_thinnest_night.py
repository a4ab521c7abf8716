"""The path everything hangs on: a night, a shot, settings, a take, the next setting, tomorrow."""

import re
import signal

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import Demo, enter, more, tell

SCREENS = (
    "/nights",
    "/find",
    "/practice",
    "/places",
    "/kit",
    "/bench?ev=12&needs=60",
    "/schools",
    "night",
    "shot",
)


def open_night(page: Page, title: str) -> None:
    page.get_by_role("link", name=re.compile(title)).click()
    page.get_by_role("heading", name=title, level=1).wait_for()


def open_shot(page: Page, title: str) -> None:
    page.locator("aside").get_by_role("link", name=re.compile(title)).click()
    page.get_by_role("heading", name=title, level=1).wait_for()


def kept(page: Page) -> None:
    expect(page.get_by_role("status").filter(has_text=re.compile("^kept$"))).to_be_visible()


def test_a_night_from_planning_to_tomorrow(ida: Page, demo: Demo) -> None:
    # plan an evening at a place
    ida.get_by_role("button", name="Plan a night").click()
    ida.get_by_label("Evening of").fill("9 December 2026")
    ida.get_by_label("Called (optional)").fill("A night of our own")
    ida.get_by_role("button", name="Plan it").click()
    ida.get_by_role("heading", name="A night of our own").wait_for()
    expect(ida.get_by_text(re.compile("Fully dark 19:4"))).to_be_visible()

    # the slope is read by its cursor
    slope = ida.get_by_role("slider", name="Time of the night")
    before = slope.get_attribute("aria-valuetext")
    slope.focus()
    ida.keyboard.press("PageUp")
    expect(slope).not_to_have_attribute("aria-valuetext", before or "")
    expect(ida.get_by_text(re.compile(r"the ground wants .* at f/2.8, ISO 1600"))).to_be_visible()

    # a shot there gets settings with reasons
    ida.get_by_role("button", name="Add a shot at").click()
    ida.locator(".v-list-item").get_by_text("Stars as points over a foreground").click()
    ida.get_by_role("heading", name="Stars as points over a foreground").wait_for()
    expect(ida.locator(".sentence")).to_contain_text("as long as the stars at the top")
    ida.get_by_role("button", name=re.compile("^stars start to trail")).click()
    expect(ida.get_by_text("Derived: the sky's turning").first).to_be_visible()

    # moving the aperture moves the rail that follows; it is kept by itself
    aperture = ida.get_by_role("slider", name="Aperture, to the right is brighter")
    iso = ida.get_by_role("slider", name="ISO, to the right is brighter")
    aperture_was, iso_was = (s.get_attribute("aria-valuetext") for s in (aperture, iso))
    aperture.focus()
    ida.keyboard.press("ArrowLeft")
    expect(aperture).not_to_have_attribute("aria-valuetext", aperture_was or "")
    expect(iso).not_to_have_attribute("aria-valuetext", iso_was or "")
    tell(ida, "Called", "The lantern and the Twins")
    expect(ida.get_by_role("heading", name="The lantern and the Twins")).to_be_visible()
    kept(ida)

    # a take, what was seen, and the next setting
    first = ida.locator(".setting").inner_text()
    ida.get_by_role("button", name="dark", exact=True).click()
    expect(ida.get_by_text("You saw it dark.")).to_be_visible()
    expect(ida.locator(".setting")).not_to_have_text(first, use_inner_text=True)
    ida.get_by_role("button", name="right", exact=True).click()
    expect(ida.get_by_text("You saw it right.")).to_be_visible()

    # tomorrow, after a restart, it is all there
    sentence = ida.locator(".sentence").inner_text()
    demo.stop(signal.SIGTERM)
    demo.start()
    ida.reload()
    expect(ida.locator(".sentence")).to_have_text(sentence)
    expect(ida.locator(".chain li")).to_have_count(2)
    expect(ida.locator(".chain .change")).to_contain_text("→")


def test_two_tabs_on_one_shot(ida: Page) -> None:
    open_night(ida, "Ring under a thin moon")
    open_shot(ida, "Low moor, wide")
    other = ida.context.new_page()
    other.goto(ida.url)
    other.get_by_role("heading", name="Low moor, wide").wait_for()
    tell(ida, "Called", "Low moor, first tab")
    kept(ida)
    tell(other, "Called", "Low moor, second tab")
    expect(other.get_by_text("Nothing was overwritten")).to_be_visible()
    other.get_by_role("button", name="Take the newer one").click()
    expect(other.get_by_role("heading", name="Low moor, first tab")).to_be_visible()
    tell(other, "Called", "Low moor, wide")
    kept(other)


def test_a_shot_is_dragged_along_the_night_and_keeps_its_new_time(ida: Page) -> None:
    open_night(ida, "Skarn Light, first dark")
    row = ida.locator("aside li").filter(has_text="Winter stars over the lantern")
    expect(row.locator(".clock")).to_have_text("22:40")
    mark = ida.get_by_role("button", name=re.compile("Winter stars over the lantern")).locator(
        ".ring"
    )
    # a drawing is laid out anew until everything around it is there
    mark.hover()
    box = mark.bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    ida.mouse.move(x, y)
    ida.mouse.down()
    ida.mouse.move(x, y + 60, steps=8)
    ida.mouse.up()
    expect(row.locator(".clock")).not_to_have_text("22:40")
    moved = row.locator(".clock").inner_text()
    ida.reload()
    expect(row.locator(".clock")).to_have_text(moved)


def test_deleting_a_night_can_be_undone(ida: Page) -> None:
    more(ida, "Polar night at Hrimvik", "Delete")
    night = ida.get_by_role("link", name=re.compile("Polar night at Hrimvik"))
    expect(night).to_have_count(0)
    ida.get_by_role("button", name="Undo").click()
    expect(night).to_be_visible()


def test_a_bad_coordinate_is_refused_beside_its_field_and_nothing_typed_is_lost(ida: Page) -> None:
    ida.get_by_role("link", name="Places").click()
    ida.get_by_role("button", name="Add a place").click()
    ida.get_by_label("Name").fill("Nowhere Stack")
    ida.get_by_label("Coordinates").fill("143, -9.2")
    ida.get_by_role("button", name="Keep it").click()
    expect(ida.get_by_text(re.compile("latitude_deg: wanted −90 to 90, got 143"))).to_be_visible()
    expect(ida.get_by_label("Name")).to_have_value("Nowhere Stack")
    ida.get_by_label("Coordinates").fill("43.35, -9.2")
    ida.get_by_role("button", name="Keep it").click()
    expect(ida.get_by_role("heading", name="Nowhere Stack")).to_be_visible()


@pytest.mark.parametrize("path", [*SCREENS, "night", "shot"])
def test_a_phone_shows_every_screen_without_sideways_scrolling(
    browser: Browser, demo: Demo, path: str
) -> None:
    context = browser.new_context(viewport={"width": 390, "height": 844}, has_touch=True)
    page = enter(context, demo)
    if path.startswith("/"):
        page.goto(demo.url + path)
    else:
        open_night(page, "Skarn Light, first dark")
        if path == "shot":
            open_shot(page, "The pole above the causeway")
    page.wait_for_load_state("networkidle")
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    context.close()
