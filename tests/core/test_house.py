"""The house keeps its rules: what no linter here can be asked."""

import re

from patient_owl.ports.settings import PROJECT_DIR

SOURCES = sorted((PROJECT_DIR / "src/patient_owl").rglob("*.py"))


def lines_with(pattern: str) -> list[str]:
    return [
        f"{file.relative_to(PROJECT_DIR)}:{number}"
        for file in SOURCES
        for number, line in enumerate(file.read_text().splitlines(), 1)
        if re.search(pattern, line)
    ]


def test_tables_are_asked_for_by_their_classes() -> None:
    """By name, an import that runs upward is hidden from the check of the rooms."""
    assert lines_with(r"metadata\.tables\[") == []
