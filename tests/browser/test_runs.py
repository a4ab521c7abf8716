"""A run owns its shot: reload at any phase, with and without signal, loses and mixes nothing."""

import re
from typing import Any

import pytest
from playwright.sync_api import Page, expect

from tests.browser.test_field import phone  # noqa: F401  a fixture

POLE = "The pole above the causeway"


def takes_of(page: Page, title: str, at_least: int = 0) -> list[dict[str, Any]]:
    """The takes the server has of a shot of this night, oldest first; waits until it has some."""
    found: list[dict[str, Any]] = page.evaluate(
        """async ([title, atLeast]) => {
          const night = location.pathname.split('/').at(-1)
          const get = (path) => fetch(`/api/v1/${path}`).then((answer) => answer.json())
          const shots = await get(`nights/${night}/shots`)
          const path = `shots/${shots.find((s) => s.title === title).id}/chain`
          let chain = await get(path)
          for (let tries = 0; chain.links.length < atLeast && tries < 150; tries++) {
            await new Promise((done) => setTimeout(done, 200))
            chain = await get(path)
          }
          return chain.links.map((link) => ({ ...link.take, settings: link.settings }))
        }""",
        [title, at_least],
    )
    return found


def come_back(page: Page) -> None:
    page.context.set_offline(False)
    page.evaluate("window.dispatchEvent(new Event('online'))")
    expect(page.get_by_text(re.compile("on this phone for signal"))).to_have_count(0)


def shown(page: Page) -> str:
    """The setting on the field face, as the chain says it."""
    return ", ".join(page.locator(".numbers p").all_inner_texts())


@pytest.mark.parametrize("is_offline", [False, True], ids=["online", "offline"])
def test_a_frame_survives_a_reload_while_open_and_while_it_waits_for_a_word(
    phone: Page,  # noqa: F811
    is_offline: bool,
) -> None:
    phone.get_by_role("button", name="Next", exact=True).click()
    phone.get_by_role("heading", name=POLE).wait_for()
    before = takes_of(phone, POLE)
    setting = shown(phone)
    phone.context.set_offline(is_offline)
    phone.get_by_role("button", name=re.compile("^Open")).click()
    expect(phone.get_by_role("timer")).to_be_visible()
    phone.reload()
    phone.get_by_role("heading", name=POLE).wait_for()
    phone.get_by_role("button", name="a touch dark").wait_for(timeout=20_000)
    phone.reload()
    phone.get_by_role("button", name="a touch dark").click()
    expect(phone.get_by_text("You saw it a touch dark.")).to_be_visible()
    come_back(phone)
    [take] = takes_of(phone, POLE, len(before) + 1)[len(before) :]
    assert take["settings"] == setting
    assert take["verdicts"] == {"whole": "darkish"}


@pytest.mark.parametrize("is_offline", [False, True], ids=["online", "offline"])
def test_a_bracket_survives_a_reload_before_every_frame_and_keeps_each_setting(
    phone: Page,  # noqa: F811
    is_offline: bool,
) -> None:
    phone.get_by_role("button", name="Next", exact=True).click()
    phone.get_by_role("heading", name=POLE).wait_for()
    before = takes_of(phone, POLE)
    phone.get_by_role("button", name="Other settings").click()
    phone.context.set_offline(is_offline)
    phone.get_by_role("button", name=re.compile("^Bracket of 3")).click()
    settings = []
    for k in (1, 2, 3):
        # the frame before ends by its own time, whoever looks and whenever
        waiting = phone.get_by_text(re.compile(f"frame {k} of 3"))
        expect(waiting).to_be_visible(timeout=30_000)
        phone.reload()
        expect(waiting).to_be_visible()
        settings.append(shown(phone))
        phone.get_by_role("button", name="Open now").click()
        expect(phone.get_by_role("timer")).to_be_visible()
        phone.reload()
    phone.get_by_text("Which one was right?").wait_for(timeout=30_000)
    phone.reload()
    phone.get_by_role("button", name=re.compile(r"^\+1")).click()
    # the right one is the setting from here on
    expect(phone.locator(".numbers")).to_contain_text(settings[1].split(", ")[-1])
    come_back(phone)
    made = takes_of(phone, POLE, len(before) + 3)[len(before) :]
    assert [take["settings"] for take in made] == settings
    assert [take["verdicts"] for take in made] == [{}, {"whole": "right"}, {}]


def test_a_run_is_filed_under_its_own_shot_whatever_is_looked_at(phone: Page) -> None:  # noqa: F811
    mine, other = "Winter stars over the lantern", POLE
    before = {title: len(takes_of(phone, title)) for title in (mine, other)}
    phone.get_by_role("button", name=re.compile("^Open")).click()
    phone.get_by_role("button", name="right", exact=True).wait_for(timeout=20_000)
    shots = phone.evaluate(
        "fetch(`/api/v1/nights/${location.pathname.split('/').at(-1)}/shots`).then(r => r.json())"
    )
    wanted = next(shot["id"] for shot in shots if shot["title"] == other)
    phone.goto(f"{phone.url.split('?')[0]}?shot={wanted}")
    phone.get_by_role("heading", name=mine).wait_for()
    phone.get_by_role("button", name="right", exact=True).click()
    phone.get_by_role("heading", name=other).wait_for()
    takes_of(phone, mine, before[mine] + 1)
    after = {title: len(takes_of(phone, title)) for title in (mine, other)}
    assert after == {mine: before[mine] + 1, other: before[other]}


STACK = "Sixty frames of the pole"


@pytest.fixture
def stacking(phone: Page) -> Page:  # noqa: F811
    """The field face of a night of its own, with a stack of five-second frames to run."""
    api = f"{phone.url.split('/field/')[0]}/api/v1"
    token = phone.request.get(f"{api}/session").json()["csrf_token"]

    def made(path: str, body: dict[str, Any]) -> dict[str, Any]:
        answer = phone.request.post(f"{api}{path}", data=body, headers={"X-Owl-Csrf": token})
        assert answer.status == 201, answer.text()
        found: dict[str, Any] = answer.json()
        return found

    place = phone.request.get(f"{api}/places").json()[0]["id"]
    night = made("/nights", {"place_id": place, "evening_date": "2027-01-05", "title": "Stack"})
    inputs = {"trail_school": "stack", "total_min": 5, "frame_s": 5}
    shot = {"title": STACK, "at_utc": "2027-01-05T22:00:00Z", "inputs": inputs}
    made(f"/nights/{night['id']}/shots", {**shot, "discipline": "star_trails"})
    phone.goto(f"{api.removesuffix('/api/v1')}/field/{night['id']}")
    phone.get_by_role("heading", name=STACK).wait_for()
    return phone


@pytest.mark.parametrize("is_offline", [False, True], ids=["online", "offline"])
def test_a_stack_survives_a_reload_in_its_delay_between_frames_and_at_the_question(
    stacking: Page, is_offline: bool
) -> None:
    setting = shown(stacking)
    stacking.context.set_offline(is_offline)
    stacking.get_by_role("button", name=re.compile(r"^Run \d+ frames")).click()
    for frame in (1, 2, 3):
        stacking.reload()
        said = stacking.locator(".phase", has_text=re.compile(rf"frame ([{frame}-9]|\d\d) of"))
        said.wait_for(timeout=40_000)
    stacking.get_by_role("button", name="Close now").click()
    # a click is not kept before it is answered
    expect(stacking.get_by_role("button", name="a touch bright")).to_be_visible()
    stacking.reload()
    stacking.get_by_role("button", name="a touch bright").click()
    expect(stacking.get_by_text("You saw it a touch bright.")).to_be_visible()
    come_back(stacking)
    [take] = takes_of(stacking, STACK, 1)
    assert take["settings"] == setting
    # the third was cut short: whole frames count, and on a slow machine a few more went by
    assert take["frames"] >= 2
    assert take["verdicts"] == {"whole": "brightish"}
