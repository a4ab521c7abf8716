"""Lines out of SVG files, and a sheet as an SVG file and on paper."""

import math

import pytest
from defusedxml import ElementTree

from patient_owl.core.errors import WrongValue
from patient_owl.formats.stroke_sheet import DrawnStroke, write_sheet_svg
from patient_owl.formats.strokes_svg import read_strokes

HEAD = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">'


def svg(inside: str) -> bytes:
    return f"{HEAD}{inside}</svg>".encode()


# SVG 1.1, chapter 8 and 9: M moves, L draws a line, a circle of radius r is 2πr long.
def test_paths_and_shapes_become_lines_in_their_order() -> None:
    found = read_strokes(svg('<path d="M 0 0 L 10 0 M 0 5 L 10 5"/><circle cx="5" cy="5" r="2"/>'))
    assert found[0] == [(0.0, 0.0), (10.0, 0.0)]
    assert found[1] == [(0.0, 5.0), (10.0, 5.0)]
    length = sum(math.dist(a, b) for a, b in zip(found[2], found[2][1:], strict=False))
    assert length == pytest.approx(4 * math.pi, rel=0.01)  # 64 chords


def test_what_is_written_is_read_back() -> None:
    strokes = [DrawnStroke([(0.0, 0.0), (0.5, 0.25), (1.0, 0.0)], 0.0, 1.0)]
    again = read_strokes(write_sheet_svg(strokes, 1.0, 0.25).encode())
    sides = [math.dist(a, b) for a, b in zip(again[0], again[0][1:], strict=False)]
    assert sides[0] == pytest.approx(sides[1])
    assert ElementTree.fromstring(write_sheet_svg(strokes, 1.0, 0.25)).tag.endswith("svg")


@pytest.mark.parametrize(
    ("content", "says"),
    [
        (svg("<script>alert(1)</script>"), "one with a script"),
        (svg(""), "one without any line"),
        (b"not an svg", "no well-formed XML"),
        (b"<html/>", "html"),
        (b'<!DOCTYPE svg [<!ENTITY a "b">]>' + svg("<text>&a;</text>"), "no well-formed XML"),
        (svg('<path d="M0 0 L1 1"/>' * 3000), "2000 shapes"),
        (svg('<path d="M0 0 ' + "L1 1 L2 2 " * 20_000 + '"/>'), "20000 points"),
        (svg("<g>" * 5000 + "</g>" * 5000), "2000 shapes"),
    ],
)
def test_a_file_that_cannot_be_drawn_is_refused_in_words(content: bytes, says: str) -> None:
    with pytest.raises(WrongValue, match=says):
        read_strokes(content)
