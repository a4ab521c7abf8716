"""The demo as a user starts it, in a process of its own, driven through Debian's Chromium."""

import os
import re
import signal
import subprocess
import sys
import time
import urllib.request
from collections.abc import Iterator
from dataclasses import dataclass, field
from datetime import date
from pathlib import Path

import pytest
from playwright.sync_api import Browser, BrowserContext, Locator, Page, expect

from tests.held_port import HeldPort

READY_WITHIN_S = 180
# What is waited for is a condition; how long says only when to give up, on a machine of any load.
expect.set_options(timeout=30_000)


@dataclass
class Demo:
    """A running demo that can be stopped and started on the same data; or real use, empty."""

    var_dir: Path
    command: str = "demo"
    held: HeldPort = field(default_factory=HeldPort)
    process: "subprocess.Popen[bytes] | None" = None
    day: date = field(default_factory=date.today)  # the demo's tonight, as it was at the start

    @property
    def url(self) -> str:
        return f"http://127.0.0.1:{self.held.number}"

    def start(self) -> None:
        port = str(self.held.number)
        command = [sys.executable, "-m", "patient_owl.cli", self.command, "--port", port]
        with (self.var_dir / "demo.log").open("ab") as log:
            self.process = subprocess.Popen(
                command,
                env={**os.environ, "OWL_VAR_DIR": str(self.var_dir)},
                stdout=log,
                stderr=log,
            )
        deadline = time.monotonic() + READY_WITHIN_S
        while time.monotonic() < deadline:
            try:
                with urllib.request.urlopen(f"{self.url}/healthz"):
                    return
            except OSError:
                assert self.process.poll() is None, (self.var_dir / "demo.log").read_text()
                time.sleep(0.1)
        raise AssertionError((self.var_dir / "demo.log").read_text())

    def stop(self, how: signal.Signals = signal.SIGINT) -> None:
        if self.process:
            self.process.send_signal(how)
            self.process.wait(40)
            self.process = None


@pytest.fixture(scope="session")
def demo(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Demo]:
    running = Demo(tmp_path_factory.mktemp("demo"))
    running.start()
    yield running
    running.stop()


@pytest.fixture(scope="session")
def browser_type_launch_args() -> dict[str, object]:
    flags = ["--no-sandbox", "--disable-gpu", "--disable-background-networking"]
    return {"executable_path": "/usr/bin/chromium", "args": flags}


def enter(context: BrowserContext, demo: Demo) -> Page:
    page = context.new_page()
    page.goto(demo.url)
    page.get_by_role("button", name="Enter the demo").click()
    page.get_by_role("heading", name="Nights").wait_for()
    return page


def word(page: Page, question: str) -> Locator:
    """A word of the told plan, by what it answers."""
    return page.get_by_role("button", name=re.compile(f"^{question}: "))


def tell(page: Page, question: str, answer: str) -> None:
    """Open a word, answer by typing or by choosing, and close it by the key."""
    word(page, question).click()
    field = page.get_by_label(question, exact=True).and_(page.locator("input:not([type=radio])"))
    option = page.get_by_role("radio", name=re.compile(answer))
    field.or_(option).first.wait_for()
    if field.count():
        field.fill(answer)
        field.press("Enter")
    else:
        option.check()
        page.keyboard.press("Escape")
    expect(page.get_by_role("button", name="Done")).to_have_count(0)


def unfold(page: Page, part: str) -> None:
    """Open a part of a page, where it is not open yet."""
    name = page.get_by_role("heading", name=part, exact=True).get_by_role("button")
    if name.get_attribute("aria-expanded") == "false":
        name.click()
    expect(name).to_have_attribute("aria-expanded", "true")


def more(page: Page, of: str, what: str) -> None:
    """What may be done with a thing in a list."""
    page.get_by_role("button", name=f"More of {of}").click()
    page.locator(".v-list-item").get_by_text(what, exact=True).click()


@pytest.fixture
def ida(browser: Browser, demo: Demo) -> Iterator[Page]:
    """A laptop on which Ida has entered."""
    context = browser.new_context(
        viewport={"width": 1280, "height": 800}, timezone_id="Europe/Madrid", locale="en-GB"
    )
    context.set_default_timeout(30_000)
    yield enter(context, demo)
    context.close()
