"""A night in another's hands: the link, the helper's phone, the way into the field and back."""

import re

from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import unfold
from tests.browser.test_accessible import violations
from tests.browser.test_thinnest_night import open_night


def test_a_helper_opens_the_link_reads_the_night_and_runs_it(browser: Browser, ida: Page) -> None:
    open_night(ida, "The Ewes without a moon")
    unfold(ida, "Helpers")
    ida.get_by_label("Who helps").fill("Jonas")
    ida.get_by_role("button", name="Make a link").click()
    told = ida.get_by_role("status").filter(has_text="For Jonas:")
    link = re.search(r"https?://\S+/helping#\S+", told.inner_text())
    assert link
    context = browser.new_context(viewport={"width": 390, "height": 844})
    phone = context.new_page()
    phone.goto(link[0])
    phone.get_by_role("button", name="Open it here").wait_for()
    assert violations(phone) == []
    phone.get_by_role("button", name="Open it here").click()
    phone.get_by_role("heading", name="The Ewes without a moon").wait_for()
    expect(phone.locator("ol")).to_contain_text("The eldest ewe, painted")
    expect(phone.get_by_role("link", name="Kit", exact=True)).to_have_count(0)
    assert violations(phone) == []
    phone.goto(link[0].split("/helping")[0] + "/kit")  # what is not the helper's leads back
    phone.get_by_role("heading", name="The Ewes without a moon").wait_for()
    phone.get_by_role("link", name="Into the field").click()
    expect(phone.get_by_role("heading", level=1)).to_contain_text("The sky turns over the ring")
    ida.get_by_role("button", name="End it for Jonas").click()
    expect(ida.get_by_text("link not opened yet")).to_have_count(0)
    expect(ida.get_by_role("button", name="End it for Jonas")).to_have_count(0)
    phone.goto(link[0].split("/helping")[0] + "/nights")
    phone.get_by_role("button", name="Enter the demo").wait_for()
    context.close()
