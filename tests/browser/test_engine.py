"""The bench, kit, schools and disciplines, as a photographer uses them."""

import re

from playwright.sync_api import Page, expect

from tests.browser.conftest import more, tell, word


def open_shot(page: Page, night: str, shot: str) -> None:
    page.get_by_role("link", name=re.compile(night)).click()
    page.locator("aside").get_by_role("link", name=re.compile(shot)).click()
    page.get_by_role("heading", name=re.compile(shot), level=1).wait_for()


def choose(page: Page, label: str, option: str | re.Pattern[str]) -> None:
    """From a list that opens: by the key, for the list lays its rows anew while it opens, and a
    press of the mouse that begins on one row may end on another."""
    page.get_by_label(label).click(force=True)
    page.get_by_role("option", name=option).press("Enter")
    expect(page.get_by_role("listbox")).to_have_count(0)


def test_the_bench_is_two_taps_away_and_its_address_brings_it_back(ida: Page) -> None:
    ida.get_by_role("link", name="Bench").click()
    ida.get_by_label("Brightness").fill("12")
    ida.get_by_text("Somebody performs").click()
    ida.get_by_label("Needs", exact=True).fill("60")
    # f/10, 60 s and nine stops of glass: two stops too much light
    told = ida.get_by_label("What cannot be had together")
    expect(told).to_contain_text("the performer needs this")
    expect(told.locator("li").first).to_contain_text("Add a filter of")
    aperture = ida.get_by_role("slider", name="Aperture, to the right is brighter")
    aperture.focus()
    ida.keyboard.press("ArrowRight")
    expect(ida.get_by_text("set by you")).to_be_visible()
    expect(ida).to_have_url(re.compile("needs=60.*f="))
    sentence = ida.locator(".sentence").inner_text()
    ida.goto(ida.url)
    expect(ida.locator(".sentence")).to_have_text(sentence)
    # a post opens into formula, numbers and source, and the rails are there as a table
    ida.get_by_role("button", name=re.compile("diffraction shows")).click()
    expect(ida.get_by_text("2.44 · λ · N")).to_be_visible()
    ida.get_by_text("The rails as a table").click()
    expect(ida.get_by_role("row", name=re.compile("Aperture"))).to_contain_text("diffraction")


def test_kit_is_copied_off_the_shelf_and_refused_beside_its_field(ida: Page) -> None:
    ida.get_by_role("link", name="Kit").click()
    ida.get_by_role("button", name="Add to the bag").click()
    ida.get_by_role("listitem", name="filter").or_(
        ida.locator(".v-list-item").filter(has_text="filter")
    ).first.click()
    choose(ida, "Start from a generic one", "ND 3.0")
    expect(ida.get_by_label("Name")).to_have_value("ND 3.0")
    ida.get_by_label("Marked", exact=True).fill("90")
    ida.get_by_role("button", name="Keep it").click()
    expect(ida.get_by_text("Wanted what makes 0.1 to 20 stops")).to_be_visible()
    ida.get_by_label("Marked", exact=True).fill("3")
    ida.get_by_role("button", name="Keep it").click()
    expect(ida.get_by_text("10 stops, marked 3")).to_be_visible()
    more(ida, "ND 3.0", "Delete")


def test_a_school_picked_is_where_shots_start(ida: Page) -> None:
    ida.goto(ida.url.replace("/nights", "/schools"))
    ida.get_by_role("radio", name=re.compile("rule of 500")).check()
    ida.get_by_role("link", name="Nights", exact=True).click()
    open_shot(ida, "Ring under a thin moon", "Orion between the stones")
    expect(ida.locator(".numbers")).to_contain_text(re.compile(r"^(15|20) s"))
    word(ida, "How long stars stay points").click()
    ida.get_by_role("link", name="Take a side for every new shot").click()
    ida.get_by_role("radio", name=re.compile("pixels of drift")).check()


def test_a_shot_is_tried_as_another_discipline_and_copied_to_another_night(ida: Page) -> None:
    open_shot(ida, "Regatta night", "Shells over the pontoon")
    tell(ida, "Shells", "8")
    expect(ida.get_by_text(re.compile("Bursts 244 m up"))).to_be_visible()
    tell(ida, "Kind of picture", "Vehicle trails")
    expect(ida.locator(".sentence")).to_contain_text("whole trail")
    # the distance means the same to both, and the way back finds the shells again
    expect(word(ida, "This far off")).to_have_text("420 m")
    tell(ida, "Kind of picture", "Fireworks")
    expect(word(ida, "Shells")).to_have_text("200 mm (8 in)")
    ida.get_by_role("button", name="Copy this shot").click()
    ida.get_by_role("heading", name="Shells over the pontoon (copy)").wait_for()
    ida.wait_for_load_state("networkidle")
    ida.get_by_role("button", name="Move to another night").click()
    ida.get_by_text(re.compile("2026, Alder Mill in failing light")).click()
    expect(ida.get_by_role("link", name="Alder Mill in failing light")).to_be_visible()
    ida.get_by_role("button", name="Delete this shot").click()
