"""The demo as a user starts it, in a process of its own, driven through Debian's Chromium."""

import os
import signal
import socket
import subprocess
import sys
import time
import urllib.request
from collections.abc import Iterator
from dataclasses import dataclass, field
from pathlib import Path

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect

READY_WITHIN_S = 180
# What is waited for is a condition; how long says only when to give up, on a machine of any load.
expect.set_options(timeout=30_000)


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


@dataclass
class Demo:
    """A running demo that can be stopped and started on the same data."""

    var_dir: Path
    port: int = field(default_factory=free_port)
    process: "subprocess.Popen[bytes] | None" = None

    @property
    def url(self) -> str:
        return f"http://127.0.0.1:{self.port}"

    def start(self) -> None:
        command = [sys.executable, "-m", "patient_owl.cli", "demo", "--port", str(self.port)]
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


@pytest.fixture
def ida(browser: Browser, demo: Demo) -> Iterator[Page]:
    """A laptop on which Ida has entered."""
    context = browser.new_context(
        viewport={"width": 1280, "height": 800}, timezone_id="Europe/Madrid", locale="en-GB"
    )
    context.set_default_timeout(30_000)
    yield enter(context, demo)
    context.close()
