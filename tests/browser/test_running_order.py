"""The order of a night as it is used: beside the light, taken over, and in the field."""

import re
from datetime import UTC, datetime, time, timedelta

from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import Demo, enter, unfold
from tests.browser.test_thinnest_night import open_night


def test_an_order_is_judged_taken_over_and_taken_back(ida: Page) -> None:
    open_night(ida, "Regatta night")
    unfold(ida, "In order")
    order = ida.get_by_role("region", name="Running order")
    expect(order).to_contain_text("All 6 shots fit when some are moved.")
    expect(order).to_contain_text(re.compile(r"Leave home at \d\d:\d\d"))
    wrong = order.get_by_role("listitem").filter(has_text="outside of what it needs")
    expect(wrong).to_contain_text("regatta fireworks")
    order.get_by_role("button", name="Put the shots so").click()
    expect(order).to_contain_text("All 6 shots fit as you have them.")
    expect(ida.get_by_text(re.compile("shots? w(as|ere) moved"))).to_be_visible()
    ida.get_by_role("button", name="Undo").click()
    expect(order).to_contain_text("when some are moved")


def test_the_pack_list_is_ticked_without_signal(browser: Browser, demo: Demo) -> None:
    context = browser.new_context(viewport={"width": 390, "height": 844})
    page = enter(context, demo)
    open_night(page, "Regatta night")
    page.get_by_role("link", name="Pack list").click()
    tripod = page.get_by_role("checkbox", name=re.compile("^tripod"))
    expect(tripod).to_be_visible()
    context.set_offline(True)
    tripod.check()
    expect(page.get_by_text("1 ticked here, not sent yet.")).to_be_visible()
    context.set_offline(False)
    page.reload()
    expect(tripod).to_be_checked()
    expect(page.get_by_text("not sent yet")).to_have_count(0)
    tripod.uncheck()
    context.close()


def test_the_night_goes_on_without_signal_when_one_is_late(browser: Browser, demo: Demo) -> None:
    """Past the last moment for the lantern its shot has no room any more, and the next one has."""
    context = browser.new_context(viewport={"width": 390, "height": 844})
    page = enter(context, demo)
    open_night(page, "Skarn Light, first dark")
    page.get_by_role("link", name="Into the field").click()
    going = page.get_by_role("region", name="The night from here")
    expect(going).to_be_visible()
    context.set_offline(True)
    # 3:00 at Skarn Light, the causeway is wet; whatever the hour at which the test is run
    page.clock.install(time=datetime.combine(demo.day, time(2), UTC) + timedelta(days=1))
    page.clock.run_for(2000)
    late = going.get_by_role("alert")
    expect(late).to_contain_text(
        re.compile("min late: “Winter stars over the lantern” can no longer be reached")
    )
    expect(late).to_contain_text("Next “The pole above the causeway”")
    late.get_by_role("button", name="Go on to “The pole above the causeway”").click()
    expect(page.get_by_role("heading", name="The pole above the causeway")).to_be_visible()
    going.get_by_role("button").first.click()
    expect(going).to_contain_text("at the latest")
    expect(going).to_contain_text("Worked out for any turn the night may take")
    context.close()
