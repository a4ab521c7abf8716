"""The computed picture on a shot, in ember, and in the dark without signal."""

import io
import re

import numpy as np
from PIL import Image
from playwright.sync_api import Locator, Page, expect

from tests.browser.conftest import tell
from tests.browser.test_thinnest_night import open_night, open_shot


def levels(shown: Locator) -> np.ndarray:
    return np.asarray(Image.open(io.BytesIO(shown.screenshot())).convert("RGB")).astype(int)


def pictured(page: Page) -> Locator:
    found = page.locator("figure img").first
    expect(found).to_be_visible()
    return found


def test_a_shot_shows_its_frame_follows_the_rails_and_reads_a_spot(ida: Page) -> None:
    open_night(ida, "Skarn Light, first dark")
    open_shot(ida, "The pole above the causeway")
    picture = pictured(ida)
    expect(picture).to_have_attribute("alt", re.compile("Computed, .*mid-grey"))
    section = ida.get_by_label("Computed picture")
    expect(section).to_contain_text("the sky")
    before = picture.get_attribute("src")
    ida.get_by_label("ISO: brighter").click()
    expect(picture).not_to_have_attribute("src", str(before))
    picture.click(position={"x": 200, "y": 60})
    expect(section).to_contain_text(re.compile(r"up toward \d+.*electrons? a photosite"))
    ida.get_by_role("button", name="Keep beside").click()
    expect(ida.locator("figure img")).to_have_count(2)
    expect(section).to_contain_text("No difference that anybody would see.")
    ida.get_by_role("button", name="Close up, 1:1").click()
    expect(section).to_contain_text("photosite for pixel")


def test_a_stand_in_is_put_there_and_its_size_is_said(ida: Page) -> None:
    open_night(ida, "Skarn Light, first dark")
    open_shot(ida, "The pole above the causeway")
    pictured(ida)
    ida.get_by_role("button", name="something that stands there").click()
    said = ida.get_by_text(re.compile("The tower, 20 m high at 120 m"))
    expect(said).to_be_visible()
    tell(ida, "High", "40")
    expect(ida.get_by_text(re.compile("The tower, 40 m high at 120 m"))).to_be_visible()
    ida.get_by_role("button", name="Take it away").click()
    expect(said).to_have_count(0)
    expect(ida.get_by_role("status").first).to_contain_text("kept")


def test_in_ember_a_picture_is_red_and_nothing_else(ida: Page) -> None:
    open_night(ida, "Regatta night")
    open_shot(ida, "Zoom on the harbour lamps")
    picture = pictured(ida)
    expect(ida.get_by_label("Computed picture")).to_contain_text("the subject")
    assert levels(picture)[..., 2].max() > 40
    ida.keyboard.press("e")
    expect(ida.locator(".v-theme--ember").first).to_be_visible()
    red, green, blue = np.moveaxis(levels(picture), -1, 0)
    assert red.max() > 40
    assert max(green.max(), blue.max()) <= 2
    ida.keyboard.press("e")


def test_the_picture_is_on_the_phone_when_signal_is_gone(ida: Page) -> None:
    open_night(ida, "The orangery at Quill House")
    ida.get_by_role("link", name="Into the field").click()
    ida.get_by_role("button", name="Picture").wait_for()
    ida.evaluate("navigator.serviceWorker.ready")
    ida.reload()
    ida.get_by_role("button", name="Picture").wait_for()
    ida.context.set_offline(True)
    ida.reload()
    ida.get_by_role("button", name="Picture").click()
    expect(ida.get_by_role("img", name=re.compile("Computed"))).to_be_visible()
    ida.context.set_offline(False)
