"""What is drawn with light, on the wire, and the sheet that says how."""

from typing import Annotated

from pydantic import BaseModel, Field

from patient_owl.core.errors import WrongValue
from patient_owl.core.strokes.letters import MOST_LETTERS
from patient_owl.core.strokes.sheet import USUAL_HEIGHT_M, Sheet, Strokes, mirrored
from patient_owl.formats.stroke_sheet import (
    DrawnStroke,
    SheetPage,
    write_sheet_pdf,
    write_sheet_svg,
)
from patient_owl.platform.questions import QuestionOut, question_of
from patient_owl.ports.fields import Pair, RequestBody
from patient_owl.words.strokes import QUESTIONS, sheet_lines

MOST_LINES, MOST_LINE_POINTS = 200, 2000
Coordinate = Annotated[float, Field(ge=-1e6, le=1e6)]
DrawnPoint = Annotated[list[Coordinate], Field(min_length=2, max_length=2)]
DrawnLine = Annotated[list[DrawnPoint], Field(max_length=MOST_LINE_POINTS)]
_DECIMALS = 3  # of a metre: nobody draws finer


class StrokesIn(RequestBody):
    """A text in single-line letters, or lines of one's own, y down, in any unit; the text counts
    where there is one. height_m: of a capital, or of the whole drawing."""

    text: Annotated[str, Field(max_length=MOST_LETTERS)] = ""
    lines: Annotated[list[DrawnLine], Field(max_length=MOST_LINES)] = Field(default_factory=list)
    height_m: Annotated[float, Field(ge=0.05, le=20)] = USUAL_HEIGHT_M

    def to_domain(self) -> Strokes | None:
        """None where nothing is drawn yet."""
        lines = tuple(tuple((x, y) for x, y in line) for line in self.lines if len(line) > 1)
        if not self.text.strip() and not lines:
            return None
        return Strokes(self.text, lines, self.height_m)


def kept_lines(lines: list[list[tuple[float, float]]]) -> list[list[list[float]]]:
    """Lines of a file as a shot keeps them. WrongValue for more of them than it can."""
    if len(lines) > MOST_LINES:
        raise WrongValue("file", f"at most {MOST_LINES} lines", len(lines))
    longest = max(len(line) for line in lines)
    if longest > MOST_LINE_POINTS:
        raise WrongValue("file", f"at most {MOST_LINE_POINTS} points in a line", longest)
    return [[[x, y] for x, y in line] for line in lines]


def stroke_questions() -> list[QuestionOut]:
    """What is asked about what is drawn, beside the lines themselves."""
    return [
        question_of(key, StrokesIn.model_fields[key], words, {}, "text" if key == "text" else None)
        for key, words in QUESTIONS.items()
    ]


class StrokeOut(BaseModel):
    """One go of the light. lens, writer: points as the lens sees them and as the writer draws them,
    metres from the top left; times_s: when the hand is at each. beside: how many earlier ones begin
    at the same place."""

    letter: str
    lens: list[Pair]
    writer: list[Pair]
    times_s: list[float]
    beside: int


class SheetOut(BaseModel):
    """Strokes in the order they are drawn, and the size and time of all of it."""

    strokes: list[StrokeOut]
    width_m: float
    height_m: float
    total_s: float
    pace_m_s: float
    length_m: float


def sheet_out(sheet: Sheet) -> SheetOut:
    return SheetOut(
        strokes=[
            StrokeOut(
                letter=stroke.letter,
                lens=_down(stroke.points, sheet),
                writer=_down(mirrored(stroke.points, sheet.width_m), sheet),
                times_s=[round(t, _DECIMALS) for t in stroke.times_s()],
                beside=beside,
            )
            for stroke, beside in zip(sheet.strokes, sheet.begun_beside(), strict=True)
        ],
        width_m=sheet.width_m,
        height_m=sheet.height_m,
        total_s=sheet.total_s,
        pace_m_s=sheet.pace_m_s,
        length_m=sheet.length_m,
    )


def _down(points: tuple[tuple[float, float], ...], sheet: Sheet) -> list[list[float]]:
    """With y down from the top, as screens and paper have it."""
    return [[round(x, _DECIMALS), round(sheet.height_m - y, _DECIMALS)] for x, y in points]


def _strokes_of(sheet: Sheet, *, is_writers: bool) -> list[DrawnStroke]:
    drawn = []
    for stroke, beside in zip(sheet.strokes, sheet.begun_beside(), strict=True):
        points = mirrored(stroke.points, sheet.width_m) if is_writers else stroke.points
        down = [(x, sheet.height_m - y) for x, y in points]
        drawn.append(DrawnStroke(down, stroke.starts_s, stroke.lasts_s, beside))
    return drawn


def sheet_svg(sheet: Sheet) -> str:
    """As the writer draws it, at its true size."""
    return write_sheet_svg(_strokes_of(sheet, is_writers=True), sheet.width_m, sheet.height_m)


def sheet_pdf(name: str, sheet: Sheet) -> bytes:
    """Two pages: for the writer, mirrored; and as the lens sees it."""
    pages = [
        SheetPage("as you draw it, facing the lens", _strokes_of(sheet, is_writers=True)),
        SheetPage("as the lens sees it", _strokes_of(sheet, is_writers=False)),
    ]
    return write_sheet_pdf(name, sheet_lines(sheet), pages, sheet.width_m, sheet.height_m)
