"""Write what others made and we stand on: THIRD-PARTY.md, the About page's list, licence texts.

    var/venv/bin/python tools/notices.py       after a lock file has changed

Python packages are those of requirements.lock.txt with what their metadata says; npm packages are
what the page is built of, by package-lock.json. Data and fonts are named here, once.
"""

import json
import re
from dataclasses import asdict, dataclass
from importlib.metadata import Distribution, distribution
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
WEB = ROOT / "web"
LOCK, WEB_LOCK = ROOT / "requirements.lock.txt", WEB / "package-lock.json"
MARKDOWN, PAGE, TEXTS = (
    ROOT / "THIRD-PARTY.md",
    WEB / "src" / "help" / "notices.json",
    WEB / "public" / "licences.txt",
)


@dataclass(frozen=True)
class Notice:
    """One thing of others: licence as an SPDX expression where there is one."""

    name: str
    version: str
    licence: str


@dataclass(frozen=True)
class Source:
    """Data or a typeface that ships with the app. changed: what we did to it."""

    name: str
    what: str
    licence: str
    changed: str


DATA = (
    Source(
        "JPL DE421",
        "where Sun, Moon and planets stand",
        "public domain",
        "as it comes with skyfield-data",
    ),
    Source(
        "Hipparcos, the New Reduction (ESA, CDS I/311)",
        "bright stars",
        "free to use with acknowledgement of ESA and CDS",
        "named stars only; two multiples added from the first edition",
    ),
    Source(
        "GeoNames",
        "towns by name",
        "CC-BY-4.0",
        "towns of 5,000 people and more, five columns of each",
    ),
    Source(
        "Timezone boundaries from OpenStreetMap, © OpenStreetMap contributors",
        "the time zone of a place",
        "ODbL-1.0",
        "as they come with timezonefinder-data",
    ),
    Source(
        "IANA time zone database",
        "clocks and their changes",
        "public domain",
        "as it comes with tzdata",
    ),
    Source(
        "World Magnetic Model 2025 (NOAA NCEI and BGS)",
        "where a compass needle points",
        "public domain",
        "as it comes with pygeomag",
    ),
)
FONTS = (
    Source(
        "Atkinson Hyperlegible Next and Mono",
        "what the page and the cards are set in",
        "OFL-1.1",
        "the page as packaged; the cards with two weights cut from the variable font",
    ),
)
# Not ours to ship: Debian's packages, run beside the app.
PROGRAMS = (
    Notice("MariaDB server", "Debian's", "GPL-2.0-only"),
    Notice("Chromium, for the tests", "Debian's", "BSD-3-Clause and others"),
    Notice("DejaVu fonts, for the tests", "Debian's", "Bitstream-Vera and public domain"),
)
# Where the metadata name no SPDX expression; read in the packages' own licence files.
READ = {
    "defusedxml": "PSF-2.0",
    "flatbuffers": "Apache-2.0",
    "gpxpy": "Apache-2.0",
    "h3": "Apache-2.0",
    "markdown-it-py": "MIT",
    "mdurl": "MIT",
    "pwdlib": "MIT",
    "pydantic-settings": "MIT",
    "pygeomag": "MIT",
    "scipy": "BSD-3-Clause",
    "shellingham": "ISC",
    "timezonefinder": "MIT",
    "timezonefinder-data": "ODbL-1.0",
    "uvloop": "MIT OR Apache-2.0",
}
INTRODUCTION = """\
What others made and Patient Owl stands on; the app shows it on its page About. Written by
`tools/notices.py` from the lock files. The licence texts of what the page is built of ship with it
(`web/public/licences.txt`); each Python package brings its own."""
# The service worker is built of these though they stand among the tools.
ALSO_BUILT_IN = ("workbox-core", "workbox-precaching", "workbox-routing")


def python_packages() -> list[Notice]:
    pinned = re.findall(r"^([A-Za-z0-9._-]+)==([^ ]+)", LOCK.read_text(), re.MULTILINE)
    return [Notice(name, version, _licence_of(distribution(name))) for name, version in pinned]


def _licence_of(package: Distribution) -> str:
    name = package.metadata["Name"]
    said = package.metadata.get("License-Expression") or package.metadata.get("License") or ""
    found: str = READ.get(name.lower(), said)
    if not found or len(found) > 80:
        raise SystemExit(f"{name}: no licence in one line; read its file and name it in READ")
    return found


def web_packages() -> list[str]:
    """Names of what the page is built of: the dependencies and theirs."""
    locked = json.loads(WEB_LOCK.read_text())["packages"]
    waiting, found = [*locked[""]["dependencies"], *ALSO_BUILT_IN], set()
    while waiting:
        name = waiting.pop()
        entry = locked.get(f"node_modules/{name}")
        if name not in found and entry is not None:
            found.add(name)
            waiting += entry.get("dependencies", {})
    return sorted(found)


def web_notices() -> list[Notice]:
    locked = json.loads(WEB_LOCK.read_text())["packages"]
    entries = {name: locked[f"node_modules/{name}"] for name in web_packages()}
    return [Notice(name, e["version"], e["license"]) for name, e in entries.items()]


def licence_texts() -> str:
    """The licence of each npm package and font, as its licence asks for."""
    parts = []
    for name in web_packages():
        folder = WEB / "node_modules" / name
        files = sorted(f for f in folder.iterdir() if f.name.lower().startswith("licen"))
        text = files[0].read_text().strip() if files else _declared(folder)
        parts.append(f"{name}\n{'=' * len(name)}\n\n{text}")
    return "\n\n\n".join(parts) + "\n"


def _declared(folder: Path) -> str:
    package = json.loads((folder / "package.json").read_text())
    return f"Its package names the licence {package['license']} and brings no text of it."


def _table(rows: list[tuple[str, ...]], heads: tuple[str, ...]) -> str:
    lines = ["| " + " | ".join(heads) + " |", "| " + " | ".join("---" for _ in heads) + " |"]
    return "\n".join([*lines, *("| " + " | ".join(row) + " |" for row in rows)])


def markdown(page: dict[str, list[dict[str, str]]]) -> str:
    def rows(key: str) -> list[tuple[str, ...]]:
        return [tuple(entry.values()) for entry in page[key]]

    sources, notices = ("", "for", "licence", "changed"), ("", "version", "licence")
    return (
        "\n\n".join(
            [
                "# Third-party notices",
                INTRODUCTION,
                "## Data that ships with the app",
                _table(rows("data"), sources),
                "## Typefaces",
                _table(rows("fonts"), sources),
                "## The page is built of",
                _table(rows("web"), notices),
                "## The server runs on",
                _table(rows("python"), notices),
                "## Beside it, from Debian",
                _table(rows("programs"), notices),
            ]
        )
        + "\n"
    )


def page() -> dict[str, list[dict[str, str]]]:
    found = {
        "data": DATA,
        "fonts": FONTS,
        "web": web_notices(),
        "python": python_packages(),
        "programs": PROGRAMS,
    }
    return {key: [asdict(entry) for entry in entries] for key, entries in found.items()}


if __name__ == "__main__":
    notices = page()
    MARKDOWN.write_text(markdown(notices))
    PAGE.write_text(json.dumps(notices, indent=2, ensure_ascii=False) + "\n")
    TEXTS.write_text(licence_texts())
