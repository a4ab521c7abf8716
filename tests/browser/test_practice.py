"""A practice night from the list to what each choice cost."""

import re

from playwright.sync_api import Page, expect


def test_a_practice_night_is_set_opened_judged_and_reviewed(ida: Page) -> None:
    ida.get_by_role("link", name="Practise").click()
    ida.get_by_role("button", name="Begin First stars over the ring").click()
    ida.get_by_role("button", name="Open the shutter").click()
    first = ida.get_by_role("img", name=re.compile("Frame 1, .*mid-grey"))
    expect(first).to_be_visible()
    ida.get_by_role("button", name="a touch dark", exact=True).click()
    expect(ida.get_by_role("button", name="a touch dark")).to_have_attribute("aria-pressed", "true")
    ida.get_by_label("ISO: brighter").click()
    ida.get_by_role("button", name="Open the shutter").click()
    expect(ida.get_by_role("img", name=re.compile("Frame 2, "))).to_be_visible()
    ida.get_by_role("button", name="Frame 2 is the picture").click()
    expect(ida.get_by_role("heading", name="How it went")).to_be_visible()
    cost = ida.get_by_label("What each choice cost")
    expect(cost).to_contain_text("where it is wanted")
    expect(cost).to_contain_text("To your word the app would have answered")
    ida.get_by_role("link", name="Practice").click()
    expect(ida.get_by_text(re.compile("best: .*2 frames"))).to_be_visible()


def test_a_tram_is_waited_for_with_a_clock_that_runs_fast(ida: Page) -> None:
    ida.get_by_role("link", name="Practise").click()
    ida.get_by_role("button", name="Begin A tram is due").click()
    ida.get_by_role("button", name="60 times as fast").click()
    expect(ida.get_by_text(re.compile(r"It passes in [0-9:]+\."))).to_be_visible()
    timer = ida.get_by_role("timer")
    expect(timer).to_have_text(re.compile(r"^\s*[1-9]:"))  # over a minute of the scene is gone
