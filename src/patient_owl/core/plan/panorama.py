"""How many frames cover a wide view: columns and rows with overlap, and the time it takes."""

import math
from dataclasses import replace
from typing import NamedTuple

from patient_owl.core.kit import Kit
from patient_owl.core.optics.camera import field_of_view_deg, frame_size_mm
from patient_owl.core.plan.types import InputSpec, Intent
from patient_owl.core.program.program import Program
from patient_owl.core.reason import Reason

OVERLAP_SHARE = 0.3  # of a frame, so that stitching finds its points; common practice
ALL_ROUND_DEG = 360.0
TURN_S = 5.0  # to turn the head and let it settle; common practice


class Grid(NamedTuple):
    """Columns and rows, and the turn between columns. [deg]"""

    columns: int
    rows: int
    turn_deg: float
    tilt_deg: float


def grid(
    wide_deg: float,
    high_deg: float,
    frame_wide_deg: float,
    frame_high_deg: float,
    overlap_share: float = OVERLAP_SHARE,
) -> Grid:
    """Frames that cover a view, each overlapping the next; all round, the last the first too."""
    keep = 1 - overlap_share

    def count(whole: float, step: float) -> int:
        return max(1, math.ceil((whole - step) / (step * keep) - 1e-9) + 1)

    closes = wide_deg >= ALL_ROUND_DEG
    return Grid(
        math.ceil(ALL_ROUND_DEG / (frame_wide_deg * keep) - 1e-9)
        if closes
        else count(wide_deg, frame_wide_deg),
        count(high_deg, frame_high_deg),
        frame_wide_deg * keep,
        frame_high_deg * keep,
    )


def grid_for(kit: Kit, intent: Intent) -> Grid | None:
    """The grid asked for; None when no panorama is wanted."""
    wide_deg = intent.maybe("panorama_wide_deg")
    if wide_deg is None:
        return None
    width_mm, height_mm = frame_size_mm(kit.body.sensor, intent.framing.orientation)
    focal, projection = kit.lens.focal_length_mm, kit.lens.projection
    one_wide = field_of_view_deg(width_mm, focal, projection)
    one_high = field_of_view_deg(height_mm, focal, projection)
    high_deg = intent.maybe("panorama_high_deg") or one_high
    overlap_share = intent.number("panorama_overlap_percent") / 100
    return grid(wide_deg, high_deg, one_wide, one_high, overlap_share)


def all_round(kit: Kit, intent: Intent, program: Program) -> Program:
    """The program once for every place of the panorama; as it is when none is wanted."""
    grid = grid_for(kit, intent)
    if grid is None:
        return program
    return replace(program, rounds=grid.columns * grid.rows, between_s=TURN_S)


def panorama_facts(kit: Kit, intent: Intent, program: Program) -> tuple[Reason, ...]:
    """Columns, rows and minutes of the panorama, if one is wanted."""
    grid = grid_for(kit, intent)
    if grid is None:
        return ()
    quantities = {
        "columns": grid.columns,
        "rows": grid.rows,
        "frames": program.frames,
        "turn_deg": grid.turn_deg,
        "clock_s": program.duration_s,
    }
    return (Reason("panorama", quantities),)


WIDE = ("panorama_wide_deg", ())
PANORAMA_INPUTS = (
    InputSpec("panorama_wide_deg", "number", None, "°", 20, 360, 5),
    InputSpec("panorama_high_deg", "number", None, "°", 10, 150, 5, only_if=WIDE),
    InputSpec(
        "panorama_overlap_percent", "number", 100 * OVERLAP_SHARE, "%", 10, 70, 5, only_if=WIDE
    ),
)
