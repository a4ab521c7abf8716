"""A stroke sheet on paper and as a drawing: what the writer draws, numbered, with its seconds."""

from collections.abc import Sequence
from itertools import pairwise
from typing import NamedTuple

from fpdf import FPDF

from patient_owl.formats.faces import FACE, add_faces

A4_MM = (297.0, 210.0)  # ISO 216, landscape
MARGIN_MM = 14.0
HEAD_MM, LINE_MM = 24.0, 5.4
NUMBER_PT, NUMBER_MM = 7, 2.8  # of a number, and from one to the next above it
Point = tuple[float, float]


class DrawnStroke(NamedTuple):
    """Points in metres from the top left; when it begins and how long it takes [s]; how many
    earlier ones begin at the same place."""

    points: Sequence[Point]
    starts_s: float
    lasts_s: float
    beside: int = 0


def write_sheet_svg(strokes: Sequence[DrawnStroke], width_m: float, height_m: float) -> str:
    """An SVG file in millimetres, one polyline a stroke, in the order they are drawn."""
    wide, high = 1000 * width_m, 1000 * height_m
    pad = max(20.0, 0.05 * high)
    head = (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide + 2 * pad:.1f}mm" '
        f'height="{high + 2 * pad:.1f}mm" '
        f'viewBox="{-pad:.1f} {-pad:.1f} {wide + 2 * pad:.1f} {high + 2 * pad:.1f}">'
    )
    lines = []
    for stroke in strokes:
        points = " ".join(f"{1000 * x:.1f},{1000 * y:.1f}" for x, y in stroke.points)
        look = 'fill="none" stroke="black" stroke-width="8" stroke-linecap="round"'
        lines.append(f'<polyline points="{points}" {look}/>')
    return "\n".join([head, *lines, "</svg>\n"])


class SheetPage(NamedTuple):
    """One of the two ways round. title: whose it is."""

    title: str
    strokes: Sequence[DrawnStroke]


def write_sheet_pdf(
    name: str, lines: Sequence[str], pages: Sequence[SheetPage], width_m: float, height_m: float
) -> bytes:
    """Each way round as large as fits, on one page where both do; each stroke with its number at
    its beginning."""
    pdf = FPDF(format=(A4_MM[1], A4_MM[0]), orientation="L")
    pdf.set_title(name)
    pdf.set_creator("Patient Owl")
    pdf.set_margin(MARGIN_MM)
    pdf.set_auto_page_break(False)
    add_faces(pdf)
    pdf.add_page()
    room = A4_MM[0] - 2 * MARGIN_MM, A4_MM[1] - 2 * MARGIN_MM - HEAD_MM - LINE_MM * len(lines)
    scale = min(room[0] / max(width_m, 1e-6), room[1] / max(height_m, 1e-6))
    needs_mm = HEAD_MM + LINE_MM * len(lines) + scale * height_m
    for page in pages:
        if pdf.get_y() + needs_mm > A4_MM[1] - MARGIN_MM + 0.1:
            pdf.add_page()
        pdf.set_font(FACE, "B", 16)
        pdf.cell(0, 8, f"{name}: {page.title}", new_x="LMARGIN", new_y="NEXT")
        pdf.set_font(FACE, "", 10)
        for line in lines:
            pdf.cell(0, LINE_MM, line, new_x="LMARGIN", new_y="NEXT")
        top_mm = pdf.get_y() + 8
        _draw(pdf, page.strokes, MARGIN_MM + (room[0] - scale * width_m) / 2, top_mm, scale)
        pdf.set_y(top_mm + scale * height_m + 8)
    return bytes(pdf.output())


def _draw(
    pdf: FPDF, strokes: Sequence[DrawnStroke], left_mm: float, top_mm: float, scale: float
) -> None:
    """scale: millimetres on paper for a metre in the air."""
    placed = [[(left_mm + scale * x, top_mm + scale * y) for x, y in s.points] for s in strokes]
    pdf.set_draw_color(150)
    pdf.set_line_width(0.2)
    pdf.set_dash_pattern(dash=1, gap=1)
    for before, after in pairwise(placed):
        pdf.line(*before[-1], *after[0])  # in the dark
    pdf.set_dash_pattern()
    pdf.set_draw_color(0)
    pdf.set_line_width(0.9)
    for points in placed:
        pdf.polyline(points)
    pdf.set_font(FACE, "", NUMBER_PT)
    for number, (points, stroke) in enumerate(zip(placed, strokes, strict=True), 1):
        x, y = points[0]
        said = f"{number}  {stroke.starts_s:.1f} s"
        # beginnings beside each other have theirs on either side, then above
        aside_mm = -0.8 - pdf.get_string_width(said) if stroke.beside % 2 else 0.8
        pdf.text(x + aside_mm, y - 0.8 - NUMBER_MM * (stroke.beside // 2), said)
