"""In the dark, on a phone: run a shot, judge it, lose the signal, and lose nothing."""

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import Demo, enter
from tests.browser.test_thinnest_night import open_night, open_shot

# The page's own policy forbids the eval by which Playwright would look again and again.
SERVICE_WORKER_CONTROLS = """() => new Promise((done) => {
  const workers = navigator.serviceWorker
  if (workers.controller) return done(true)
  workers.addEventListener('controllerchange', () => done(true), { once: true })
  setTimeout(() => done(false), 180_000)
})"""


@pytest.fixture
def phone(browser: Browser, demo: Demo) -> Iterator[Page]:
    context = browser.new_context(
        viewport={"width": 390, "height": 844}, has_touch=True, timezone_id="Europe/Madrid"
    )
    context.set_default_timeout(30_000)
    page = enter(context, demo)
    open_night(page, "Skarn Light, first dark")
    page.get_by_role("link", name="Into the field").click()
    page.get_by_role("heading", name="Winter stars over the lantern").wait_for()
    # without a controlling service worker there is no page without signal
    assert page.evaluate(SERVICE_WORKER_CONTROLS)
    yield page
    context.close()


def run_one(page: Page) -> None:
    """Open, wait for the shutter, and come to the question."""
    page.get_by_role("button", name=re.compile("^Open")).click()
    silent = page.get_by_role(
        "button", name="Silent", exact=True
    )  # asked once of what is performed
    expect(page.get_by_role("timer").or_(silent)).to_be_visible()
    if silent.is_visible():
        silent.click()
    page.get_by_role("button", name="right", exact=True).wait_for(timeout=20_000)


def signal_returns(page: Page) -> None:
    """Everything that waited is sent."""
    page.context.set_offline(False)
    page.evaluate("window.dispatchEvent(new Event('online'))")
    expect(page.get_by_text(re.compile("wait on this phone"))).to_have_count(0)


def test_a_shot_is_run_judged_and_answered(phone: Page) -> None:
    numbers = phone.locator(".numbers")
    first = numbers.inner_text()
    phone.get_by_role("checkbox").first.click()
    expect(phone.get_by_role("checkbox").first).to_be_checked()
    run_one(phone)
    phone.get_by_role("button", name="dark", exact=True).click()
    expect(phone.get_by_text("You saw it dark.")).to_be_visible()
    expect(numbers).not_to_have_text(first, use_inner_text=True)
    # the chain on the laptop's page has it
    shot_url = phone.url
    phone.get_by_role("link", name="To the night").click()
    open_shot(phone, "Winter stars over the lantern")
    expect(phone.locator(".chain li")).to_have_count(1)
    expect(phone.locator(".chain .seen button")).to_have_text("dark")
    phone.goto(shot_url)
    expect(numbers).not_to_have_text(first, use_inner_text=True)


def test_without_signal_everything_goes_on_and_is_sent_once_when_it_returns(
    phone: Page, demo: Demo
) -> None:
    phone.get_by_role("button", name="Next", exact=True).click()
    phone.get_by_role("heading", name="The pole above the causeway").wait_for()
    phone.context.set_offline(True)
    phone.reload()
    phone.get_by_role("heading", name="The pole above the causeway").wait_for()
    for word in ("dark", "a touch bright", "right"):
        run_one(phone)
        phone.get_by_role("button", name=word, exact=True).click()
    expect(phone.get_by_text(re.compile("3 takes wait on this phone"))).to_be_visible()
    # closing the browser loses nothing
    phone.reload()
    expect(phone.get_by_text(re.compile("3 takes wait on this phone"))).to_be_visible()
    signal_returns(phone)
    phone.get_by_role("link", name="To the night").click()
    open_shot(phone, "The pole above the causeway")
    expect(phone.locator(".chain li")).to_have_count(3)
    words = phone.locator(".chain .seen button").all_inner_texts()
    assert words == ["dark", "a touch bright", "right"]


def test_the_clock_is_right_after_the_tab_was_hidden_and_reloaded(phone: Page) -> None:
    phone.clock.install()
    phone.reload()
    phone.get_by_role("button", name=re.compile("^Open")).click()
    # two hours pass while nobody looks; the run is over by its own time
    phone.clock.fast_forward(7_200_000)
    phone.get_by_role("button", name="right", exact=True).wait_for()


def test_closing_early_records_the_true_length(phone: Page) -> None:
    def pressed(name: str) -> tuple[float, float]:
        """The page's clock before and after. [s]"""
        button = phone.get_by_role("button", name=re.compile(f"^{name}"))
        button.wait_for()
        before = phone.evaluate("Date.now()")
        button.click()
        return before / 1000, phone.evaluate("Date.now()") / 1000

    phone.clock.install()
    phone.reload()
    opened = pressed("Open")
    phone.clock.run_for(1_500)
    expect(phone.get_by_role("timer")).to_have_accessible_name(re.compile("open"))
    closed = pressed("Close now")
    phone.get_by_role("button", name="black", exact=True).click()
    phone.clock.run_for(500)
    phone.get_by_role("link", name="To the night").click()
    open_shot(phone, "Winter stars over the lantern")
    text = phone.locator(".chain .set").last.inner_text()
    length_s = float(text.split(" s")[0])
    printed_s = 0.06  # to a tenth
    assert closed[0] - opened[1] - printed_s <= length_s <= closed[1] - opened[0] + printed_s


def test_the_simulated_camera_takes_the_picture_the_field_asks_for(phone: Page) -> None:
    phone.get_by_role("button", name="Simulated camera: off").click()
    run_one(phone)
    picture = phone.get_by_alt_text("The simulated picture")
    expect(picture).to_be_visible()
    assert picture.evaluate("p => p.decode().then(() => p.naturalWidth)") > 100
    with phone.expect_response(re.compile(r"/camera/frames/\w+/take$")):
        phone.get_by_role("button", name="a touch dark").click()
    expect(phone.get_by_text("You saw it a touch dark.")).to_be_visible()
    phone.get_by_role("link", name="To the night").click()
    open_shot(phone, "Winter stars over the lantern")
    expect(phone.locator(".photo").last).to_contain_text("Its middle lies")


def test_a_test_frame_judged_without_signal_becomes_the_real_setting(phone: Page) -> None:
    phone.get_by_role("link", name="To the night").click()
    phone.get_by_role("link", name="Nights", exact=True).first.click()
    open_night(phone, "The Ewes without a moon")
    phone.clock.install()
    phone.get_by_role("link", name="Into the field").click()
    phone.get_by_role("heading", name="The sky turns over the ring").wait_for()
    numbers = phone.locator(".numbers")
    real = numbers.inner_text()
    phone.context.set_offline(True)
    phone.get_by_role("button", name=re.compile("^Test frame first")).click()
    expect(numbers).not_to_have_text(real, use_inner_text=True)
    phone.get_by_role("button", name=re.compile("^Open")).click()  # one frame, not a stack
    expect(
        phone.get_by_role("button", name="Close now").or_(phone.get_by_text("Not yet"))
    ).to_be_visible()
    phone.clock.run_for(20_000)
    phone.get_by_role("button", name="right", exact=True).click()
    expect(numbers).to_have_text(real, use_inner_text=True)
    expect(phone.get_by_text(re.compile("The test frame stands for the picture"))).to_be_visible()
    expect(phone.get_by_role("button", name=re.compile("^Run .* frames"))).to_be_visible()
    phone.context.set_offline(False)
