"""The computed picture of a plan: its layers far to near, then the camera.

One entry, `render`: plain values in, a picture and what it tells out; the same seed gives the same.
"""

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace

import numpy as np
from PIL import Image

from patient_owl.core.exposure.reading import HistogramReading, read_histogram
from patient_owl.core.exposure.settings import Settings, positions_near
from patient_owl.core.night_context import NightContext
from patient_owl.core.optics.stand_in import StandIn
from patient_owl.core.picture.canvas import Canvas
from patient_owl.core.picture.land import draw_land
from patient_owl.core.picture.moon import draw_moon
from patient_owl.core.picture.points import draw_points
from patient_owl.core.picture.room import draw_room
from patient_owl.core.picture.sensor import Readout, SensorFrame, expose
from patient_owl.core.picture.sky import draw_sky
from patient_owl.core.picture.stage import Drawing, Layer, Opening, Stage
from patient_owl.core.picture.subject_layer import draw_subject
from patient_owl.core.picture.view import WHOLE_FRAME, View, Window
from patient_owl.core.plan.panorama import grid_for
from patient_owl.core.plan.planned import PlannedShot

BACKDROP: tuple[Layer, ...] = (
    draw_sky,
    draw_points,
    draw_moon,
    draw_land,
    draw_room,
)
# What is to come out grey, by what lights the picture. Common practice.
DAYLIGHT_LAMPS = frozenset({"torch", "flash", "panel"})
NIGHT_SKY_K, LAMP_LIT_K, DAYLIGHT_K = 4000.0, 3400.0, 5200.0


@dataclass(frozen=True)
class PictureRequest:
    """How a picture is wanted.

    settings: tried on it. levers: of the lights that are brought, where not as planned. hidden: how
    much brighter each light really is, by its key, `sky` and `ground`. [stops] white_k: of the
    light that comes out grey; None as is usual. seed: of all that is chance. is_one_frame: a single
    frame and not what becomes of several, nor a panorama. after_s: when, from the shot's moment.
    without: what was not there just then, as `trails`. drawing: what its kind adds.
    """

    settings: Settings
    width_px: int
    height_px: int
    window: Window = WHOLE_FRAME
    levers: Mapping[str, Mapping[str, float]] = field(default_factory=dict)
    hidden: Mapping[str, float] = field(default_factory=dict)
    subject: StandIn | None = None
    white_k: float | None = None
    seed: int = 0
    is_one_frame: bool = False
    after_s: float = 0.0
    without: frozenset[str] = frozenset()
    drawing: Drawing = field(kw_only=True)


@dataclass(frozen=True)
class ComputedPicture:
    """A computed frame. what: a number a pixel, names: what these stand for, as codes."""

    frame: SensorFrame
    reading: HistogramReading
    histogram: tuple[int, ...]
    full_share: float
    what: np.ndarray[tuple[int, int], np.dtype[np.uint8]]
    names: tuple[str, ...]


def goes_on() -> None:
    """Called between two layers; whoever gives another may raise to stop there."""


def render(
    planned: PlannedShot,
    night: NightContext,
    request: PictureRequest,
    check: Callable[[], None] = goes_on,
) -> ComputedPicture:
    """The frame to be expected. WrongValue for a size or a window that is none."""
    stage = stage_of(planned, night, request)
    canvas = drawn(stage, check)
    readout = Readout(
        white_k(stage) if request.white_k is None else request.white_k,
        stage.scene.temperature_c,
        stage.view.photosites,
        1 if request.is_one_frame else planned.plan.averages,
    )
    frame = expose(canvas.light, stage.kit.body, stage.settings, readout, stage.rng("noise"))
    check()
    counts = np.bincount(grey_levels(frame).ravel(), minlength=256)
    return ComputedPicture(
        frame=frame,
        reading=read_histogram(counts.tolist()),
        histogram=tuple(counts.tolist()),
        full_share=float(frame.is_full.mean()),
        what=canvas.what,
        names=tuple(canvas.names),
    )


def drawn(stage: Stage, check: Callable[[], None] = goes_on) -> Canvas:
    """The light of the scene, before the camera."""
    drawing = stage.drawing
    canvas = Canvas.of(stage.view.shape)
    for layer in (*BACKDROP, *drawing.behind, draw_subject, *drawing.before):
        check()
        layer(canvas, stage)
    return canvas


def grey_levels(frame: SensorFrame) -> np.ndarray:
    """Brightness of the finished picture, 0 to 255, as everybody reads a histogram."""
    return np.asarray(Image.fromarray(frame.levels).convert("L"))


def stage_of(planned: PlannedShot, night: NightContext, request: PictureRequest) -> Stage:
    """What the layers read."""
    view = View(
        planned.kit.body.sensor,
        planned.kit.lens,
        planned.intent.framing,
        request.width_px,
        request.height_px,
        request.window,
        None if request.is_one_frame else strip_deg(planned),
    )
    one_frame = (Opening(0.0, request.settings.exposure_s),)
    drawing = request.drawing
    stage = Stage(
        planned,
        night,
        view,
        request.settings,
        request.levers,
        request.hidden,
        request.subject,
        one_frame if request.is_one_frame else openings_of(planned, request.settings),
        request.seed,
        request.after_s,
        request.without,
        drawing,
    )
    if request.subject is None and drawing.stand_in is not None:
        return replace(stage, subject=drawing.stand_in(stage))
    return stage


def strip_deg(planned: PlannedShot) -> tuple[float, float] | None:
    """How far a panorama reaches around and up; None where none is wanted."""
    inputs = planned.intent.inputs
    if inputs.get("panorama_wide_deg") is None or grid_for(planned.kit, planned.intent) is None:
        return None
    wide_deg = planned.intent.number("panorama_wide_deg")
    return wide_deg, planned.intent.maybe("panorama_high_deg") or planned.view_deg[1]


def aspect_of(planned: PlannedShot, *, is_one_frame: bool = False) -> float:
    """Width over height of the picture."""
    strip = None if is_one_frame else strip_deg(planned)
    if strip is not None:
        return strip[0] / strip[1]
    sensor = planned.kit.body.sensor
    is_wide = planned.intent.framing.orientation == "landscape"
    aspect = sensor.width_mm / sensor.height_mm
    return aspect if is_wide else 1 / aspect


def openings_of(planned: PlannedShot, settings: Settings) -> tuple[Opening, ...]:
    """When the shutter is open for the picture: of a stack all its frames, else the first."""
    near = positions_near(planned.kit.dials, settings)
    program = planned.program_at(near)
    first = program.phases[0]
    if first.code != "stack":
        return (Opening(0.0, settings.exposure_s),)
    opens_s = [
        exposure.opens_s for exposure in program.exposures() if exposure.phase.code == "stack"
    ]
    together = math.ceil(len(opens_s) / MOST_OPENINGS)
    openings = []
    for k in range(0, len(opens_s), together):
        some = opens_s[k : k + together]
        from_s, to_s = some[0], some[-1] + settings.exposure_s
        openings.append(Opening(from_s, to_s, len(some) * settings.exposure_s / (to_s - from_s)))
    return tuple(openings)


MOST_OPENINGS = 160  # of a stack: more of its frames are drawn as one, gaps and all


def white_k(stage: Stage) -> float:
    """What is usual for what lights the picture. Common practice."""
    if any(part.source in DAYLIGHT_LAMPS for part in stage.parts.values()):
        return DAYLIGHT_K
    ambient = stage.ambient
    if ambient is not None and ambient.source not in ("natural", "metered"):
        return LAMP_LIT_K
    source = stage.at.light.sky_source[0]
    return DAYLIGHT_K if source <= 1 else NIGHT_SKY_K
