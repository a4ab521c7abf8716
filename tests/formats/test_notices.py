"""What others made is named, and named as it is."""

import json
import re

from tools import notices


def test_every_package_that_ships_is_named_with_the_version_that_ships() -> None:
    # fails after a lock file has changed: run tools/notices.py
    page = notices.page()
    assert json.loads(notices.PAGE.read_text()) == page
    assert notices.MARKDOWN.read_text() == notices.markdown(page)
    pinned = set(re.findall(r"^([\w.-]+)==", notices.LOCK.read_text(), re.MULTILINE))
    assert {entry["name"] for entry in page["python"]} == pinned


def test_what_the_page_is_built_of_brings_its_licence_text() -> None:
    direct = json.loads((notices.WEB / "package.json").read_text())["dependencies"]
    texts = notices.TEXTS.read_text()
    for name in direct:
        assert f"{name}\n{'=' * len(name)}\n" in texts, name
    assert "brings no text" not in texts
