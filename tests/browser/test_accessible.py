"""Automatic accessibility checks by axe-core: WCAG 2.2 A and AA, on the main screens."""

import re

import pytest
from playwright.sync_api import Browser, Page

from patient_owl.ports.settings import PROJECT_DIR
from tests.browser.conftest import Demo

AXE = PROJECT_DIR / "web" / "node_modules" / "axe-core" / "axe.min.js"
TAGS = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]


def violations(page: Page) -> list[str]:
    # the page's own policy allows no injected script tag; evaluate is not one
    page.evaluate(AXE.read_text())
    found = page.evaluate(
        "tags => axe.run(document, { runOnly: { type: 'tag', values: tags } })", TAGS
    )
    return [
        f"{v['id']}: {v['help']} ({node['html'][:120]})"
        for v in found["violations"]
        for node in v["nodes"][:3]
    ]


@pytest.mark.parametrize("theme", ["dusk", "paper", "ember"])
def test_main_screens_have_no_violation(ida: Page, theme: str) -> None:
    ida.get_by_role("radio", name=theme).click()
    found = {"nights": violations(ida)}
    for name in ("Places", "Kit", "Bench"):
        ida.get_by_role("link", name=name, exact=True).click()
        ida.get_by_role("heading", name=name, level=1).wait_for()
        ida.wait_for_load_state("networkidle")
        found[name] = violations(ida)
        if name == "Places":
            ida.get_by_role("button", name="Change The Seven Ewes").click()
            ida.get_by_label("Coordinates").wait_for()
            found["place"] = violations(ida)
    ida.goto(ida.url.split("/bench")[0] + "/schools")
    ida.get_by_role("radio", name=re.compile("rule of 500")).wait_for()
    found["schools"] = violations(ida)
    ida.get_by_role("link", name=re.compile("^About")).click()
    ida.get_by_text("GeoNames").wait_for()
    found["about"] = violations(ida)
    ida.get_by_role("link", name="Nights", exact=True).click()
    ida.get_by_role("link", name="Find a night").click()
    ida.get_by_role("button", name="Find nights").click()
    ida.get_by_role("heading", name="Near misses").wait_for(timeout=20_000)
    found["find"] = violations(ida)
    base = ida.url.split("/find")[0]
    for name, path, there in (
        ("cards", "/cards", "A card comes in"),
        ("logbook", "/logbook", "Logbook"),
        ("learned", "/logbook/learned", "What was learned"),
        ("begin", "/begin", "The first night"),
        ("account", "/account", "Account"),
        ("practice", "/practice", "Practice"),
        ("guide", "/guide", "A guide for photographers"),
    ):
        ida.goto(f"{base}{path}")
        ida.get_by_role("heading", name=there, level=1).wait_for()
        ida.wait_for_load_state("networkidle")
        found[name] = violations(ida)
    ida.goto(f"{base}/logbook")
    ida.get_by_role("link", name="Ring under a thin moon").click()
    ida.get_by_role("link", name="As PDF").wait_for()
    found["story"] = violations(ida)
    ida.get_by_role("link", name="Its pictures").click()
    ida.locator(".tile").first.wait_for()
    found["pictures"] = violations(ida)
    ida.keyboard.press("l")
    ida.get_by_role("dialog", name="The picture").wait_for()
    found["look"] = violations(ida)
    ida.goto(f"{base}/nights")
    ida.get_by_role("link", name=re.compile("Ring under")).click()
    ida.get_by_role("slider", name="Time of the night").wait_for()
    found["night"] = violations(ida)
    ida.locator("aside").get_by_role("link", name=re.compile("Orion")).click()
    ida.get_by_role("slider", name="ISO, to the right is brighter").wait_for()
    ida.wait_for_load_state("networkidle")
    found["shot"] = violations(ida)
    assert found == {name: [] for name in found}


def test_what_it_is_made_of_can_be_read_by_anybody_with_every_licence(
    browser: Browser, demo: Demo
) -> None:
    page = browser.new_page()  # nobody has entered
    page.goto(demo.url)
    page.get_by_role("link", name=re.compile("^About")).click()
    page.get_by_text("ODbL-1.0", exact=True).wait_for()
    texts = page.request.get(f"{demo.url}/licences.txt")
    assert texts.ok
    for name in page.locator(".packages").first.locator(".name").all_inner_texts():
        assert f"{name.split()[0]}\n" in texts.text(), name
    page.close()
