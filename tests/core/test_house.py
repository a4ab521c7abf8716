"""The house keeps its rules: what no linter here can be asked."""

import ast
import re
from pathlib import Path

from patient_owl.app import create_app
from patient_owl.core.kept import CACHES
from patient_owl.ports.settings import PROJECT_DIR, AppSettings

CACHES_PAGE = PROJECT_DIR / "docs/caches.md"

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


def test_paths_are_declared_in_files_called_router() -> None:
    paths = lines_with(r"^@router\.")
    assert paths != []
    assert [line for line in paths if "/router.py:" not in line] == []


def test_every_cache_is_listed_with_what_it_may_hold() -> None:
    assert {line.partition(":")[0] for line in lines_with(r"\b(lru_cache|@cache\b)")} == {
        "src/patient_owl/core/kept.py"
    }
    create_app(AppSettings(database_url="mysql+pymysql://nobody@127.0.0.1:1/none"))
    listed = re.findall(r"^\| `(\S+)` \| (\d+) \| (\S+) \|", CACHES_PAGE.read_text(), re.M)
    assert {name: (int(most), float(mb)) for name, most, mb in listed} == {
        name: (cache.most, cache.mb) for name, cache in CACHES.items()
    }


def test_questions_are_made_where_their_units_are_known() -> None:
    made = lines_with(r"[^_.]QuestionOut\(")
    assert [line.rpartition("/")[2].partition(":")[0] for line in made] == ["questions.py"] * 2


def test_nothing_is_cited_that_is_not_published() -> None:
    """A published source, "common practice", or the derivation where it is used."""
    tests = sorted((PROJECT_DIR / "tests").rglob("*.py"))
    cited = re.compile(r"\[D\b|(?i:handbook)[, ]")
    guilty = [file.name for file in (*SOURCES, *tests) if cited.search(file.read_text())]
    assert guilty == ["test_house.py"]


def test_no_two_classes_share_a_name() -> None:
    classes: dict[str, list[Path]] = {}
    for file in SOURCES:
        for node in ast.walk(ast.parse(file.read_text())):
            if isinstance(node, ast.ClassDef):
                classes.setdefault(node.name, []).append(file)
    assert {name: files for name, files in classes.items() if len(files) > 1} == {}


# How many variables are still called so; it only ever falls. A variable is a noun of the trade.
NAMELESS = {"one": 4, "found": 16, "told": 10}


def test_new_variables_are_called_by_a_noun() -> None:
    counts = dict.fromkeys(NAMELESS, 0)
    for file in SOURCES:
        for node in ast.walk(ast.parse(file.read_text())):
            if isinstance(node, ast.Name) and isinstance(node.ctx, ast.Store):
                name = node.id
            elif isinstance(node, ast.arg):
                name = node.arg
            else:
                continue
            if name in counts:
                counts[name] += 1
    assert all(counts[name] <= most for name, most in NAMELESS.items()), counts
