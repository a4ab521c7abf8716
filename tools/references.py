"""Print docs/references.md from the sources the words know: python tools/references.py"""

from pathlib import Path

from patient_owl.words.sources import SOURCES

HEAD = "# References\n\nPrinted by tools/references.py from `words/sources.py`.\n\n"


def page() -> str:
    return HEAD + "".join(f"- **[{key}]** {text}\n" for key, text in sorted(SOURCES.items()))


if __name__ == "__main__":
    Path("docs/references.md").write_text(page())
