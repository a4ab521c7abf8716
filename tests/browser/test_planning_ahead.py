"""Finding a night, adding a place by its skyline, zooming the slope: as a photographer would."""

import re
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import Demo, enter, tell, unfold
from tests.browser.test_thinnest_night import open_night


def test_a_night_is_found_and_becomes_a_night(ida: Page) -> None:
    ida.get_by_role("link", name="Find a night").click()
    ida.get_by_role("heading", name="Find a night").wait_for()
    tell(ida, "First evening", "1 January 2027")
    tell(ida, "Over", "6")
    ida.get_by_role("button", name="Find nights").click()
    status = ida.locator(".acts").get_by_role("status")
    expect(status).to_have_text(re.compile(r"\d+ nights meet\s+everything\.\s*$"), timeout=20_000)
    expect(ida.get_by_text(re.compile("the Moon down, galactic core up")).first).to_be_visible()
    # a night is picked in the calendar or in the list, and says why
    ida.get_by_role("listitem").get_by_role("button", name=re.compile("2027")).nth(1).click()
    ida.get_by_role("button", name="Plan this night").click()
    ida.get_by_role("heading", name="Skarn Light", level=1).wait_for()
    expect(ida.locator(".windows")).to_contain_text("dark, core up, moon down")


def test_a_place_by_typed_coordinates_and_a_drawn_skyline(ida: Page, tmp_path: Path) -> None:
    ida.get_by_role("link", name="Places").click()
    ida.get_by_role("button", name="Add a place").click()
    ida.get_by_label("Name").fill("Gannet Stack")
    ida.get_by_label("Coordinates").fill("43°18′07″N 99°12′50″N")
    ida.get_by_label("Coordinates").blur()
    expect(ida.get_by_text(re.compile("one of N or S and one of E or W"))).to_be_visible()
    ida.get_by_label("Coordinates").fill("43°18′07″N 9°12′50″W")
    ida.get_by_label("Coordinates").blur()
    expect(ida.get_by_text("Understood as 43.3019°, -9.2139°")).to_be_visible()
    skyline = ida.get_by_role("group", name="Skyline by bearing")
    skyline.scroll_into_view_if_needed()
    box = skyline.bounding_box()
    assert box
    ida.mouse.click(box["x"] + box["width"] / 4, box["y"] + 100)
    ida.mouse.click(box["x"] + box["width"] / 2, box["y"] + 60)
    points = ida.get_by_role("button", name=re.compile("high at bearing"))
    expect(points).to_have_count(2)
    before = points.first.get_attribute("aria-label")
    points.first.focus()
    ida.keyboard.press("ArrowUp")
    expect(points.first).not_to_have_attribute("aria-label", before or "")
    ida.get_by_role("button", name="Keep it").click()
    row = ida.get_by_role("listitem").filter(has_text="Gannet Stack")
    expect(row.get_by_role("img", name="Skyline of Gannet Stack")).to_be_visible()
    expect(row).not_to_contain_text("No skyline yet")

    # out and in again
    with ida.expect_download() as download:
        ida.get_by_role("link", name="GPX").click()
    file = tmp_path / "places.gpx"
    download.value.save_as(file)
    ida.get_by_label("Read waypoints").set_input_files(file)
    expect(ida.get_by_text("Nothing is kept yet")).to_be_visible()
    bad = tmp_path / "bad.kml"
    bad.write_text('<!DOCTYPE k [<!ENTITY a "b">]><kml>&a;</kml>')
    ida.get_by_label("Read waypoints").set_input_files(bad)
    expect(ida.get_by_role("alert").filter(has_text="XML without entities")).to_be_visible()


def test_a_night_is_zoomed_given_an_event_and_dimmed_by_cloud(ida: Page) -> None:
    open_night(ida, "The Ewes without a moon")
    ida.get_by_role("button", name="1 h", exact=True).click()
    expect(ida.get_by_text(re.compile(r"^\d\d:15$")).first).to_be_visible()
    ida.get_by_role("button", name="whole night").click()
    unfold(ida, "Events")
    form = ida.get_by_role("form", name="Add an event")
    line = form.get_by_label("An event in a line")
    line.fill("farm gate at teatime")
    expect(form.get_by_text(re.compile("Wanted a time"))).to_be_visible()
    line.fill("farm gate closes 1:30 ± 5 min")
    expect(form.get_by_text(re.compile("Understood as Way out: farm gate closes"))).to_be_visible()
    form.get_by_role("button", name="Add").click()
    expect(ida.get_by_role("listitem").filter(has_text="farm gate closes")).to_contain_text("01:30")
    expect(ida.get_by_text("Dimmed by the simulated cloud.")).to_have_count(0)
    unfold(ida, "The slope is drawn for")
    ida.get_by_label("Dim by the simulated cloud").check()
    expect(ida.get_by_text("Dimmed by the simulated cloud.")).to_be_visible()
    ida.get_by_label("Dim by the simulated cloud").uncheck()
    unfold(ida, "Weather")
    expect(ida.get_by_text("Simulated, not a forecast")).to_be_visible()
    expect(ida.get_by_role("img", name="Cloud, temperature, dew and gusts")).to_be_visible()
    unfold(ida, "Over this horizon")
    expect(ida.get_by_role("img", name=re.compile("over the skyline"))).to_be_visible()
    ida.get_by_role("tab", name="Bright stars").click()
    expect(ida.get_by_text("Sirius", exact=True)).to_be_visible()
    with ida.expect_download() as download:
        ida.get_by_role("link", name="Calendar file").click()
    assert Path(download.value.path()).read_bytes().startswith(b"BEGIN:VCALENDAR")


@pytest.mark.parametrize(
    "title", ["No night at Hrimvik", "Polar night at Hrimvik", "Core overhead"]
)
def test_hard_nights_are_drawn_and_told(browser: Browser, demo: Demo, title: str) -> None:
    context = browser.new_context(viewport={"width": 390, "height": 844})
    page = enter(context, demo)
    open_night(page, title)
    expect(page.get_by_role("slider", name="Time of the night")).to_be_visible()
    expect(page.get_by_text(re.compile("the ground wants"))).to_be_visible()
    context.close()
