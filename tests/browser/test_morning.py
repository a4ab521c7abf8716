"""The morning after, as a photographer goes through it: a card in, looked at, kept, remembered."""

import re
from datetime import datetime
from pathlib import Path

from playwright.sync_api import Page, expect

from tests import files
from tests.browser.test_thinnest_night import open_night, open_shot

LONG_MS = 60_000  # files are read one after another, and the machine may be busy


def card(folder: Path) -> Path:
    """Three frames of half past nine, each another, a note and a raw file."""
    folder.mkdir()
    for k in range(3):
        at = datetime(2026, 1, 5, 21, 30 + 2 * k)
        (folder / f"OWL_{k}.JPG").write_bytes(files.jpeg(40 + 40 * k, at, 900, seed=k))
    (folder / "OWL_9.DNG").write_bytes(files.dng(at=datetime(2026, 1, 5, 22, 40)))
    (folder / "notes.txt").write_text("three keepers")
    return folder


def test_a_card_comes_in_is_looked_through_by_keys_alone_and_found_again(
    ida: Page, tmp_path: Path
) -> None:
    open_night(ida, "Weir after rain")
    ida.get_by_role("link", name="Bring a card in").click()
    ida.locator("input[webkitdirectory]").set_input_files(card(tmp_path / "DCIM"))
    read = ida.get_by_text(re.compile("5 of 5 files read, 1 not taken"))
    expect(read).to_be_visible(timeout=LONG_MS)
    expect(ida.get_by_text("notes.txt")).to_be_visible()
    # nobody noted them: they are offered, and none lies near a shot of that night
    unplaced = ida.get_by_label("Without a take")
    expect(unplaced.locator("li")).to_have_count(4, timeout=LONG_MS)
    expect(unplaced).to_contain_text("No shot of its night lies within three hours of it.")
    first = unplaced.locator("li").first
    first.get_by_role("button", name="Shot it is a take of").click()
    ida.locator(".v-list-item").get_by_text("Foam below the weir").click()
    first.get_by_role("button", name="make it a take").click()
    expect(unplaced.locator("li")).to_have_count(3, timeout=LONG_MS)
    ida.get_by_role("link", name=re.compile("Look and pick")).click()
    # what was kept of the night's takes is kept here too
    kept = ida.get_by_text(re.compile("[1-9] kept, 0 rejected"))
    expect(kept).to_be_visible()
    before = int(kept.inner_text().split(": ")[1].split(" ")[0])
    tiles = ida.locator(".tile")
    count = tiles.count()
    ida.keyboard.press("x")
    expect(tiles.nth(0)).to_contain_text("rejected")
    ida.keyboard.press("ArrowRight")
    ida.keyboard.press("k")
    ida.keyboard.press("4")
    expect(tiles.nth(1)).to_contain_text("kept")
    expect(tiles.nth(1)).to_contain_text("4/5")
    ida.keyboard.press("l")
    look = ida.get_by_role("dialog", name="The picture")
    expect(look).to_contain_text(f"2 of {count}")
    ida.keyboard.press("o")
    expect(look.get_by_role("button", name="1:1")).to_have_attribute("aria-pressed", "true")
    look.get_by_label("Tags of your own, with commas").fill("foam, keepers")
    # a page that is loaded anew takes back what was not sent yet
    with ida.expect_response(lambda r: "/photos/" in r.url and r.request.method == "PUT"):
        look.get_by_label("Note").click()
    ida.get_by_role("button", name="Close").click()
    ida.reload()
    now = "|".join(f"{before + k} kept, 1 rejected" for k in (-1, 0, 1))
    expect(ida.get_by_text(re.compile(now))).to_be_visible()
    ida.get_by_role("link", name="Logbook").click()
    ida.get_by_role("textbox", name=re.compile("^Words")).fill("foam keepers")
    expect(ida.get_by_role("heading", name=re.compile("Weir after rain"))).to_be_visible()
    expect(ida.locator(".takes li")).to_have_count(1)


def test_what_was_learned_is_read_switched_and_a_keeper_begins_another_night(ida: Page) -> None:
    ida.get_by_role("link", name="Logbook").click()
    ida.get_by_role("link", name="What was learned").click()
    lesson = ida.get_by_role("listitem").filter(has_text="Quill House, home interior").first
    expect(lesson).to_contain_text("darker than predicted", timeout=LONG_MS)
    expect(lesson).to_contain_text("from three nights")
    reckoned = lesson.get_by_label("reckoned with").first
    reckoned.uncheck()
    expect(reckoned).not_to_be_checked()
    reckoned.check()
    expect(reckoned).to_be_checked()
    expect(ida.get_by_role("img", name=re.compile("Predicted against found"))).to_be_visible()
    ida.get_by_role("link", name="Logbook").first.click()
    ida.get_by_role("link", name="Viaduct, wet rails").click()
    ida.get_by_role("button", name="begin another night from it").first.click()
    form = ida.locator("form.again")
    form.get_by_label(re.compile("evening of")).fill("9 January 2027")
    form.get_by_role("button", name="Begin").click()
    ida.wait_for_url("**/shots/*", timeout=LONG_MS)
    expect(ida.get_by_role("heading", name="Arches from the ford", level=1)).to_be_visible()


def test_a_take_made_otherwise_is_entered_with_its_note(ida: Page) -> None:
    open_night(ida, "Quill House, November")
    open_shot(ida, "Ferns under glass")
    takes = ida.locator(".chain li")
    takes.first.wait_for()
    before = takes.count()
    ida.get_by_role("button", name="Enter a take made otherwise").click()
    form = ida.get_by_role("form", name="A take made otherwise")
    form.get_by_label("Made at").fill("2310")
    form.get_by_label("Made at").press("Tab")
    # a letter is no shortcut while a form is open: what was typed stays
    ida.keyboard.press("n")
    iso = form.get_by_role("group", name="ISO")
    was = iso.locator("output").inner_text()
    iso.get_by_role("button", name="ISO: brighter", exact=True).click()
    expect(iso.locator("output")).not_to_have_text(was)
    now = iso.locator("output").inner_text()
    form.get_by_role("button", name="What was seen: not judged").click()
    ida.locator(".v-list-item").get_by_text("dark", exact=True).click()
    form.get_by_label("Note").fill("by guess, the lamp had moved")
    form.get_by_role("button", name="Enter it").click()
    expect(takes).to_have_count(before + 1)
    entered = takes.filter(has_text="by guess, the lamp had moved")
    expect(entered).to_contain_text("23:10")
    expect(entered).to_contain_text(now)
    entered.get_by_role("button", name=re.compile("^Delete the take")).click()
    expect(takes).to_have_count(before)
