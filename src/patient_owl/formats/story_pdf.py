"""A night told on paper: text, and the pictures of its takes."""

import io
from collections.abc import Iterable
from dataclasses import dataclass

from fpdf import FPDF
from PIL import Image

from patient_owl.formats.faces import FACE, add_faces, spelt

MARGIN_MM, SMALL_MM, LARGE_MM = 18.0, 42.0, 120.0
_LINE_MM = 5.5


@dataclass(frozen=True)
class StoryTake:
    """A take. before: what was changed for it. picture: JPEG."""

    title: str
    text: str
    before: str
    picture: bytes | None
    is_large: bool


@dataclass(frozen=True)
class Chapter:
    title: str
    lines: tuple[str, ...]
    frames: tuple[StoryTake, ...]
    ends: tuple[str, ...]


@dataclass(frozen=True)
class Story:
    title: str
    lines: tuple[str, ...]
    chapters: tuple[Chapter, ...]
    ends: tuple[str, ...]


def story_pdf(story: Story) -> bytes:
    """A4, as many pages as it takes."""
    pdf = FPDF(format="A4")
    add_faces(pdf)
    pdf.set_title(story.title)
    pdf.set_creator("Patient Owl")
    pdf.set_margin(MARGIN_MM)
    pdf.set_auto_page_break(auto=True, margin=MARGIN_MM)
    pdf.add_page()
    _text(pdf, story.title, size=18, is_bold=True)
    _lines(pdf, story.lines)
    for chapter in story.chapters:
        pdf.ln(4)
        _text(pdf, chapter.title, size=13, is_bold=True)
        _lines(pdf, chapter.lines)
        for frame in chapter.frames:
            _frame(pdf, frame)
        _lines(pdf, chapter.ends)
    pdf.ln(4)
    _lines(pdf, story.ends)
    return bytes(pdf.output())


def _frame(pdf: FPDF, frame: StoryTake) -> None:
    """The picture at the left, large where it was kept, with what is told of it."""
    width = LARGE_MM if frame.is_large else SMALL_MM
    height = 0.0
    if frame.picture is not None:
        across, up = Image.open(io.BytesIO(frame.picture)).size
        height = width * up / across
    pdf.ln(2)
    if frame.before:
        _text(pdf, frame.before, size=10)
    if pdf.will_page_break(height + 3 * _LINE_MM):
        pdf.add_page()
    if frame.picture is not None:
        pdf.image(io.BytesIO(frame.picture), x=MARGIN_MM, y=pdf.get_y(), w=width)
        pdf.set_y(pdf.get_y() + height + 1)
    _text(pdf, frame.title, size=10, is_bold=True)
    _lines(pdf, (frame.text,))


def _lines(pdf: FPDF, lines: Iterable[str]) -> None:
    for line in lines:
        if line:
            _text(pdf, line, size=10)


def _text(pdf: FPDF, text: str, *, size: float, is_bold: bool = False) -> None:
    pdf.set_font(FACE, style="B" if is_bold else "", size=size)
    pdf.multi_cell(0, _LINE_MM * max(1.0, size / 11), spelt(text), new_x="LMARGIN", new_y="NEXT")
