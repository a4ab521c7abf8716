"""The phone as an instrument, its sensors driven through the DevTools protocol."""

import re

import pytest
from playwright.sync_api import CDPSession, Page, expect

from tests.browser.conftest import Demo, tell, word
from tests.browser.test_accessible import violations
from tests.browser.test_field import phone, signal_returns
from tests.browser.test_thinnest_night import open_night, open_shot

__all__ = ["phone"]  # a fixture


class Held:
    """The phone in a hand. The protocol's sensor tells turns but not where north is."""

    def __init__(self, session: CDPSession) -> None:
        self._session = session

    def point(self, bearing_deg: float, tilt_deg: float = 0.0) -> None:
        """Held upright before the eyes, so much clockwise of where its frame begins."""
        angles = {"alpha": (360 - bearing_deg) % 360, "beta": 90 + tilt_deg, "gamma": 0}
        self._session.send("DeviceOrientation.setDeviceOrientationOverride", angles)


@pytest.fixture
def hand(phone: Page) -> Held:
    phone.get_by_role("button", name="Measure", exact=True).click()
    phone.get_by_role("dialog", name="Instruments").wait_for()
    return Held(phone.context.new_cdp_session(phone))


def choose(page: Page, instrument: str) -> None:
    page.get_by_role("button", name="Others", exact=True).click()
    listed = page.get_by_role("navigation", name="Instruments")
    listed.get_by_role("button", name=instrument, exact=True).click()
    page.get_by_role("heading", name=instrument, level=1).wait_for()


def touch(page: Page, times: int) -> None:
    pad = page.locator(".pad")
    for _ in range(times):
        pad.click()
        # a finger that bounced is no second touch, so each is waited for
        page.wait_for_function("at => performance.now() > at", arg=page.evaluate(
            "performance.now() + 250"
        ))  # fmt: skip


def test_a_compass_that_knows_no_north_is_set_on_something_known(phone: Page, hand: Held) -> None:
    hand.point(100)
    expect(phone.get_by_text("This phone tells turns, but not where north is.")).to_be_visible()
    read_out = phone.get_by_label("Read-out")
    expect(read_out.locator(".bearing")).to_contain_text("—")
    # Vellahavn harbour stands at 42° from Skarn Light, by the coordinates of both
    phone.get_by_role("button", name="Set the compass on something known").click()
    phone.get_by_role("button", name=re.compile("^Vellahavn harbour")).click()
    phone.get_by_role("button", name="Point at Vellahavn harbour and hold").click()
    expect(phone.get_by_text(re.compile("^Set on Vellahavn harbour"))).to_be_visible()
    expect(read_out.locator(".bearing")).to_contain_text("42°")
    hand.point(130, 12)
    expect(read_out.locator(".bearing")).to_contain_text("72°")
    expect(read_out.get_by_text("12° up")).to_be_visible()
    phone.get_by_role("button", name="Hold still, and read").click()
    came = phone.get_by_label("What came of it")
    expect(came).to_contain_text(re.compile(r"bearing\s*7[123]"))
    expect(came).to_contain_text(re.compile(r"tilt\s*12\.0° ± 0\.7"))
    assert violations(phone) == []
    # where that is, and what comes there, follows
    expect(phone.get_by_role("heading", name="What stands there")).to_be_visible()
    expect(phone.get_by_text(re.compile("^The Moon (will stand|does not come)"))).to_be_visible()


def test_a_run_goes_on_under_the_instruments(phone: Page) -> None:
    phone.get_by_role("button", name=re.compile("^Open")).click()
    phone.get_by_role("button", name="Measure", exact=True).click()
    # it is told there, whether the shutter is still open or the frame is done already
    told = phone.get_by_role("dialog").get_by_text(re.compile("^open|^opens in|^The frame is done"))
    expect(told).to_be_visible()
    phone.get_by_role("button", name="Back").click()
    phone.get_by_role("button", name="right", exact=True).wait_for(timeout=20_000)


def test_without_signal_a_crossing_is_timed_and_kept_and_sent_once(
    phone: Page, hand: Held, demo: Demo
) -> None:
    phone.context.set_offline(True)
    choose(phone, "Crossing")
    touch(phone, 6)
    came = phone.get_by_label("What came of it")
    expect(came).to_contain_text(re.compile(r"across the frame in\s*0\.\d+ s ± 0\.\d+"))
    expect(came).to_contain_text("3 vehicles")
    touch(phone, 2)
    phone.get_by_role("button", name="Undo the last touch").click()
    phone.get_by_role("button", name="Undo the last touch").click()
    expect(came).to_contain_text("3 vehicles")
    phone.get_by_role("button", name="Keep it").click()
    waits = phone.get_by_text("1 reading waits on this phone for signal.")
    expect(waits).to_be_visible()
    night_id = phone.url.split("/field/")[1].split("?")[0]
    signal_returns(phone)
    expect(waits).to_have_count(0)
    kept = phone.request.get(f"{demo.url}/api/v1/nights/{night_id}/readings").json()
    assert [one["count"] for one in kept if one["instrument"] == "crossing"] == [3]
    assert violations(phone) == []


def test_without_signal_a_crossing_sets_the_frame_there_and_then(phone: Page, demo: Demo) -> None:
    nights = phone.request.get(f"{demo.url}/api/v1/nights").json()
    (night_id,) = [n["id"] for n in nights if n["title"] == "Trams over the Tamsel"]
    shots = phone.request.get(f"{demo.url}/api/v1/nights/{night_id}/shots").json()
    (shot,) = [shot for shot in shots if shot["discipline"] == "vehicle_trails"]
    phone.goto(f"{demo.url}/field/{night_id}?shot={shot['id']}")
    numbers = phone.locator(".numbers")
    before = numbers.inner_text()
    phone.get_by_role("button", name="Measure", exact=True).click()
    phone.get_by_role("dialog", name="Instruments").wait_for()
    phone.context.set_offline(True)
    choose(phone, "Crossing")
    touch(phone, 2)
    phone.get_by_role("button", name=re.compile("^Put in")).click()
    expect(phone.get_by_text("Set for what you measured")).to_be_visible()
    expect(numbers).not_to_have_text(before, use_inner_text=True)
    phone.context.set_offline(False)
    phone.evaluate("window.dispatchEvent(new Event('online'))")
    phone.wait_for_function(
        "async (path) => (await (await fetch(path)).json()).inputs.counted_s > 0",
        arg=f"/api/v1/shots/{shot['id']}",
    )


def test_a_tower_is_measured_by_its_foot_and_top(phone: Page, hand: Held) -> None:
    choose(phone, "How high")
    phone.get_by_label("How far off").fill("50")
    hand.point(0, -5)
    phone.get_by_role("button", name="Foot: hold on it").click()
    expect(phone.get_by_role("button", name="Foot: again")).to_be_visible()
    hand.point(0, 30)
    expect(phone.get_by_label("Read-out").get_by_text("30° up")).to_be_visible()
    phone.get_by_role("button", name="Top: hold on it").click()
    # 50 · (tan 30° + tan 5°) = 33.2 m
    expect(phone.get_by_label("What came of it")).to_contain_text(
        re.compile(r"height\s*33\.?\d* m")
    )


def test_a_skyline_is_swept_and_seen_beside_the_old_one(ida: Page, demo: Demo) -> None:
    ida.goto(f"{demo.url}/places")
    ida.get_by_role("button", name="Change The Seven Ewes").click()
    ida.get_by_role("button", name="Sweep it with the phone").click()
    ida.get_by_role("heading", name="Skyline", level=1).wait_for()
    # this one knows north, and turns by what was drawn: a busy machine turns it slowly
    ida.evaluate(
        """() => { let at = 40
          const turn = () => { at = Math.min(80, at + (window.turns ? 0.5 : 0))
            dispatchEvent(new DeviceOrientationEvent('deviceorientationabsolute',
              { alpha: 360 - at, beta: 99, gamma: 0, absolute: true }))
            requestAnimationFrame(turn) }
          turn() }"""
    )
    ida.get_by_role("button", name="Draw", exact=True).click()
    # turned only once the pen is down, however long the click took
    ida.evaluate("() => { window.turns = true }")
    expect(ida.locator("circle.swept").nth(12)).to_be_visible()
    ida.get_by_role("button", name="Lift the pen").click()
    ida.get_by_role("button", name="Take it for the place").click()
    # what was passed for sure; in steps of two degrees
    expect(ida.get_by_role("button", name=re.compile("^9° high at bearing 5"))).to_have_count(5)


def test_a_word_of_the_plan_is_measured_and_told_with_its_spread(ida: Page) -> None:
    open_night(ida, "Trams over the Tamsel")
    open_shot(ida, "One tram, whole viaduct")
    word(ida, "Or counted").click()
    ida.get_by_role("button", name="Measure it").click()
    touch(ida, 4)
    ida.get_by_role("button", name=re.compile("^Put in")).click()
    told = ida.get_by_label("The plan in words").get_by_text(re.compile("± 0\\.\\d"))
    expect(told).to_be_visible()
    # until somebody says otherwise
    tell(ida, "Or counted", "5")
    expect(told).to_have_count(0)


def test_without_sensors_one_types(ida: Page) -> None:
    open_night(ida, "Skarn Light, first dark")
    open_shot(ida, "Winter stars over the lantern")
    word(ida, "Bearing, true").click()
    ida.get_by_role("button", name="Measure it").click()
    expect(ida.get_by_text(re.compile("No sensor of this device|its browser asks"))).to_be_visible()
    ida.get_by_label("Bearing", exact=True).fill("143")
    ida.get_by_role("button", name=re.compile("^Put in 143°")).click()
    expect(word(ida, "Bearing, true")).to_contain_text("143°")
