"""What the events of a night mean for one picture: turns of a beam, the next tram, the water, a
show.

Facts beside the plan, from the shot's own moment; they move no setting.
"""

import numpy as np

from patient_owl.core.events.event import Beat, Every
from patient_owl.core.events.resolve import Happening
from patient_owl.core.optics.camera import Framing
from patient_owl.core.reason import Reason

RECENT_S = 60.0  # which way the water goes is told over so long; ours
MOST_TURNS = 60.0  # with more of them one more or less makes no difference; common practice
WATER_CAUTIONS = ("water_rises",)


def facts_at_events(
    happenings: tuple[Happening, ...],
    waits_for: str,
    at_s: float,
    exposure_s: float,
    framing: Framing,
    across_deg: float,
) -> tuple[Reason, ...]:
    """In the order of the night's events. waits_for: the kind of event the picture is about.
    across_deg: what the frame sees."""
    reasons: list[Reason] = []
    for happening in happenings:
        timing = happening.event.timing
        if isinstance(timing, Beat) and _in_frame(happening, framing, across_deg):
            reasons += _turns(happening.event.label, timing.period_s, exposure_s)
        elif isinstance(timing, Every) and waits_for == "traffic":
            reasons += _next(happening, timing, at_s)
        elif happening.tide is not None:
            reasons += _water(happening, at_s)
        elif happening.event.kind == waits_for == "show":
            reasons += _show(happening, at_s)
    # two levels of one tide tell of the same water
    return tuple(reason for k, reason in enumerate(reasons) if reason not in reasons[:k])


def _in_frame(happening: Happening, framing: Framing, across_deg: float) -> bool:
    """A beam whose bearing nobody said is taken to be in sight."""
    bearing = happening.event.bearing_true_deg
    if bearing is None:
        return True
    off = (bearing - framing.bearing_true_deg + 180) % 360 - 180
    return abs(off) <= across_deg / 2


def _turns(label: str, period_s: float, exposure_s: float) -> list[Reason]:
    """Every part of the sea is lit as often as any other in a whole number of turns."""
    turns = exposure_s / period_s
    if turns > MOST_TURNS:
        return []
    whole = max(1, round(turns))
    quantities: dict[str, float | str] = {
        "label": label,
        "period_s": period_s,
        "turns": turns,
        "whole": whole,
        "whole_s": whole * period_s,
    }
    return [Reason("beam_turns", quantities)]


def _next(happening: Happening, timing: Every, at_s: float) -> list[Reason]:
    comes = next((start for start, _ in happening.stretches if start >= at_s), None)
    if comes is None:
        return [Reason("traffic_over", {"label": happening.event.label})]
    quantities: dict[str, float | str] = {
        "label": happening.event.label,
        "in_s": comes - at_s,
        "every_s": 60 * timing.every_min,
        "sure_s": happening.sure_s,
    }
    return [Reason("traffic_next", quantities)]


def _water(happening: Happening, at_s: float) -> list[Reason]:
    assert happening.tide is not None
    now_m, soon_m = happening.tide.height_m(np.array([at_s, at_s + RECENT_S]))
    turn = next((turn for turn in happening.tide.turns if turn[0] > at_s), None)
    if turn is None:
        return []
    code = "water_rises" if soon_m >= now_m else "water_falls"
    heights = {"height_m": float(now_m), "turn_m": turn[1], "in_s": turn[0] - at_s}
    return [Reason(code, heights)]


def _show(happening: Happening, at_s: float) -> list[Reason]:
    start_s, end_s = happening.stretches[0]
    lasts: dict[str, float | str] = {"label": happening.event.label, "lasts_s": end_s - start_s}
    if at_s < start_s:
        return [Reason("show_begins", {**lasts, "in_s": start_s - at_s})]
    code = "show_runs" if at_s <= end_s else "show_over"
    return [Reason(code, {**lasts, "left_s": max(0.0, end_s - at_s)})]
