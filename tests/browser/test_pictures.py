"""Pictures on the morning after: added, matched, and the chain that tells the story."""

import re
from pathlib import Path

import piexif
from PIL import Image
from playwright.sync_api import Page, expect

from tests.browser.test_thinnest_night import open_night, open_shot


def frame(path: Path, clock: str, level: int) -> Path:
    tags = {piexif.ExifIFD.DateTimeOriginal: clock, piexif.ExifIFD.ISOSpeedRatings: 6400}
    image = Image.new("RGB", (600, 400), (level, level, level))
    image.save(path, exif=piexif.dump({"Exif": tags}))
    return path


def test_pictures_are_added_and_a_stray_one_is_given_by_hand(ida: Page, tmp_path: Path) -> None:
    open_night(ida, "Ring under a thin moon")
    open_shot(ida, "Orion between the stones")
    ida.locator(".chain li").first.wait_for()
    before = ida.locator(".photo").count()
    stray = frame(tmp_path / "stray.jpg", "1970:01:01 00:00:00", 60)
    broken = tmp_path / "broken.jpg"
    broken.write_bytes(b"\xff\xd8\xff but no more")
    ida.get_by_label("Add pictures").set_input_files([stray, broken])
    expect(ida.get_by_text(re.compile("broken.jpg: .*cannot be read"))).to_be_visible()
    loose = ida.locator(".loose .photo")
    expect(loose).to_have_count(1)
    expect(loose).to_contain_text("Its middle lies 2 stops under mid-grey")
    loose.get_by_role("button", name=re.compile("^Take of")).click()
    ida.locator(".v-list-item").first.click()
    expect(ida.locator(".loose")).to_have_count(0)
    expect(ida.locator(".chain .photo")).to_have_count(before + 1)
    # where the light stands is tapped, and counts for the take without a word
    ida.get_by_role("button", name="Read a light off stray.jpg").click()
    dialog = ida.get_by_role("dialog", name="Read a light off the picture")
    expect(dialog.get_by_text("Tap the picture where it is.")).to_be_visible()
    expect(dialog.locator(".glass.waiting")).to_have_count(0)
    box = dialog.get_by_alt_text("stray.jpg").bounding_box()
    assert box
    ida.mouse.click(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    expect(dialog.get_by_role("status")).to_contain_text("2 stops under mid-grey, ±\xa00.3")
    dialog.get_by_role("button", name="Close").click()
    expect(ida.locator(".chain .read")).to_contain_text("2 stops under mid-grey")
    ida.get_by_role("button", name="Delete stray.jpg").click()
    expect(ida.locator(".photo")).to_have_count(before)
