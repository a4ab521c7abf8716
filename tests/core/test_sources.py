"""Every citation in the code can be followed."""

import re

from patient_owl.ports.settings import PROJECT_DIR
from patient_owl.words.sources import SOURCES
from tools.references import page

NAMED = "usno-rst|michaud|wgs84|cipa-dc008|owasp-[a-z]+|mariadb-errors|itu-t81"
CITED = re.compile(rf"\[([a-z]+-?[a-z]*\d{{2,4}}|{NAMED})\b[^\]]*\]")


def test_every_cited_key_is_a_source_and_the_page_lists_them() -> None:
    cited: set[str] = set()
    for file in (PROJECT_DIR / "src/patient_owl").rglob("*.py"):
        cited |= set(CITED.findall(file.read_text()))
    assert len(cited) > 8
    assert cited <= set(SOURCES)
    assert (PROJECT_DIR / "docs/references.md").read_text() == page()
