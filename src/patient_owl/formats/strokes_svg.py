"""Lines out of an SVG file: its paths and shapes as points; what is no line is left alone.

The file is read with entities and document types forbidden first, and bounded before anything is
flattened.
"""

import io
from itertools import pairwise
from math import dist

from defusedxml import ElementTree
from svgelements import SVG, Close, Line, Move, Path, Shape

from patient_owl.core.errors import WrongValue

MOST_BYTES = 2_000_000
MOST_SHAPES = 2_000
MOST_POINTS = 20_000
POINTS_A_CURVE = 16  # smooth to a hand

_WANTED = "an SVG file with lines, without scripts"


def read_strokes(content: bytes) -> list[list[tuple[float, float]]]:
    """Polylines in the order of the file, y down. WrongValue says what it is instead."""
    if len(content) > MOST_BYTES:
        raise WrongValue("file", f"at most {MOST_BYTES // 1_000_000} MB", "more")
    _check(content)
    try:
        drawing = SVG.parse(io.BytesIO(content), reify=True)
        shapes = [element for element in drawing.elements() if isinstance(element, Shape)]
    except Exception as error:  # whatever a broken file leads its reader to
        raise WrongValue("file", _WANTED, "something that cannot be read") from error
    lines: list[list[tuple[float, float]]] = []
    for shape in shapes:
        lines += _lines(Path(shape))
        if sum(len(line) for line in lines) > MOST_POINTS:
            raise WrongValue("file", f"at most {MOST_POINTS} points", "more")
    if not lines:
        raise WrongValue("file", _WANTED, "one without any line")
    return lines


def _check(content: bytes) -> None:
    try:
        root = ElementTree.fromstring(content, forbid_dtd=True)
    except Exception as error:
        raise WrongValue("file", _WANTED, "no well-formed XML, or one with entities") from error
    names = [str(element.tag).rpartition("}")[2].lower() for element in root.iter()]
    if names[0] != "svg":
        raise WrongValue("file", _WANTED, names[0][:40])
    if "script" in names:
        raise WrongValue("file", _WANTED, "one with a script")
    if len(names) > MOST_SHAPES:
        raise WrongValue("file", f"at most {MOST_SHAPES} shapes", len(names))


def _lines(path: Path) -> list[list[tuple[float, float]]]:
    """A path as polylines, one for each time the pen is put down."""
    lines: list[list[tuple[float, float]]] = []
    for segment in path:
        if isinstance(segment, Move) or not lines:
            lines.append([])
        if segment.end is None:
            continue
        if isinstance(segment, (Move, Line, Close)):
            shares = [1.0]
        else:
            shares = [(k + 1) / POINTS_A_CURVE for k in range(POINTS_A_CURVE)]
        for share in shares:
            at = segment.point(share)
            lines[-1].append((float(at.x), float(at.y)))
    return [line for line in map(_distinct, lines) if len(line) > 1]


def _distinct(line: list[tuple[float, float]]) -> list[tuple[float, float]]:
    """Without points that stand on the one before."""
    return line[:1] + [b for a, b in pairwise(line) if dist(a, b) > 0]
