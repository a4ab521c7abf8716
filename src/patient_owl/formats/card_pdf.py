"""A card for the pocket as PDF: one A5 page, black on white, legible under a red torch.

Red light hides red and grey, so there is only black, and size instead of colour.
"""

import io
from collections.abc import Sequence
from dataclasses import dataclass

from fpdf import FPDF

from patient_owl.formats.faces import FACE, add_faces, spelt

A5_MM = (148.0, 210.0)  # ISO 216
MARGIN_MM = 9.0
PICTURE_MM = 36.0  # high
LEAST_PT, TEXT_PT, SMALL_PT, HEAD_PT, NUMBER_PT = 7.5, 11.0, 9.0, 17.0, 30.0


@dataclass(frozen=True)
class Block:
    """A heading with lines under it; rows of cells where there are columns."""

    title: str
    lines: Sequence[str] = ()
    rows: Sequence[tuple[str, ...]] = ()
    is_checklist: bool = False


@dataclass(frozen=True)
class Card:
    """numbers: said large, under the title. picture: JPEG, beside them."""

    title: str
    subtitle: str
    numbers: str
    blocks: Sequence[Block]
    picture: bytes | None = None


def write_card(card: Card, *more: Card) -> bytes:
    """A page each: one that does not fit is set a little smaller until it does."""
    cards = [card, *more]
    scales = [_scale_of(card) for card in cards]
    pdf = _paper(card.title)
    for drawn_card, scale in zip(cards, scales, strict=True):
        _set(pdf, drawn_card, scale)
    return bytes(pdf.output())


def _scale_of(card: Card) -> float:
    scale = 1.0
    while True:
        pdf = _paper(card.title)
        _set(pdf, card, scale)
        if pdf.pages_count == 1 or scale * SMALL_PT <= LEAST_PT * 0.6:
            return scale
        scale *= 0.94


def _paper(title: str) -> FPDF:
    pdf = FPDF(format=A5_MM)
    pdf.set_title(title)
    pdf.set_creator("Patient Owl")
    pdf.set_margin(MARGIN_MM)
    pdf.set_auto_page_break(True, MARGIN_MM)
    add_faces(pdf)
    return pdf


def _set(pdf: FPDF, card: Card, scale: float) -> None:
    pdf.add_page()
    _line(pdf, card.title, HEAD_PT * scale, bold=True)
    _line(pdf, card.subtitle, SMALL_PT * scale)
    if card.numbers:
        pdf.ln(1)
        _line(pdf, card.numbers, NUMBER_PT * scale, bold=True)
    if card.picture:
        high_mm = PICTURE_MM * scale
        pdf.image(io.BytesIO(card.picture), h=high_mm, w=0, keep_aspect_ratio=True)
        pdf.ln(1)
    for block in card.blocks:
        _block(pdf, block, scale)


def card_text(card: Card) -> str:
    """The same as plain text, for whoever reads it on a screen without us."""
    texts = [card.title, card.subtitle, card.numbers]
    for block in card.blocks:
        texts += ["", block.title.upper()]
        texts += [f"[ ] {line}" if block.is_checklist else line for line in block.lines]
        texts += ["  ".join(row) for row in block.rows]
    return "\n".join(texts).rstrip() + "\n"


def _block(pdf: FPDF, block: Block, scale: float) -> None:
    pdf.ln(1.6 * scale)
    _line(pdf, block.title, SMALL_PT * scale, bold=True)
    y = pdf.get_y()
    pdf.line(MARGIN_MM, y, pdf.w - MARGIN_MM, y)
    pdf.ln(0.8)
    for line in block.lines:
        if block.is_checklist:
            side = 0.3 * TEXT_PT * scale
            pdf.rect(MARGIN_MM, pdf.get_y() + side / 3, side, side)
            pdf.set_x(MARGIN_MM + side + 2)
        _line(pdf, line, TEXT_PT * scale)
    if block.rows:
        pdf.set_font(FACE, "", TEXT_PT * scale)
        widths = _widths(pdf, block.rows)
        with pdf.table(
            col_widths=widths,
            first_row_as_headings=False,
            borders_layout="NONE",
            line_height=0.46 * TEXT_PT * scale,
            text_align="LEFT",
            padding=(0, 1.5, 0.5, 0),
        ) as table:
            for row in block.rows:
                table.row([spelt(cell) for cell in row])


def _widths(pdf: FPDF, rows: Sequence[tuple[str, ...]]) -> tuple[float, ...]:
    """Columns as wide as their widest cell, the last one taking what is left."""
    widest = [
        max(pdf.get_string_width(spelt(row[k])) for row in rows) + 4 for k in range(len(rows[0]))
    ]
    room = pdf.epw - sum(widest[:-1])
    return (*widest[:-1], max(room, pdf.epw / 3))


def _line(pdf: FPDF, text: str, size_pt: float, *, bold: bool = False) -> None:
    pdf.set_font(FACE, "B" if bold else "", size_pt)
    pdf.multi_cell(0, 0.44 * size_pt, spelt(text), align="L", new_x="LMARGIN", new_y="NEXT")
