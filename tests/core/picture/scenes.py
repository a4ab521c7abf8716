"""Frames to look at: a shot by the sea on a dark or a moonlit night, and its canvas."""

from collections.abc import Mapping
from dataclasses import replace

from patient_owl.core.exposure.settings import Settings
from patient_owl.core.kinds import KINDS, RECIPES
from patient_owl.core.light.brought import Brought
from patient_owl.core.night_context import NightContext
from patient_owl.core.optics.camera import Framing
from patient_owl.core.optics.stand_in import StandIn
from patient_owl.core.picture.picture import PictureRequest, stage_of
from patient_owl.core.picture.stage import Drawing, Stage
from patient_owl.core.picture.view import WHOLE_FRAME, Window
from patient_owl.core.plan.planned import PlannedShot, ShotSpec
from patient_owl.core.plan.types import InputValue
from patient_owl.core.shot.plan import plan_shot
from patient_owl.core.strokes.sheet import Strokes
from tests.core.standing import GLASS, kit
from tests.core.test_shot import DARK_H, NIGHT, NOON_S

WIDE, HIGH = 600, 400
SOUTH = Framing(180, 25)
EVERY = sorted(RECIPES)


def planned(
    discipline: str = "stars_over_foreground",
    hours: float = DARK_H,
    framing: Framing = SOUTH,
    focal_length_mm: float = 24,
    night: NightContext = NIGHT,
    brought: tuple[Brought, ...] = (),
    strokes: Strokes | None = None,
    **inputs: InputValue,
) -> PlannedShot:
    spec = ShotSpec(
        discipline, NOON_S + hours * 3600, framing, inputs, brought=brought, strokes=strokes
    )
    return plan_shot(spec, night, kit(focal_length_mm, filters=GLASS), {})


def drawing_of(shot: PlannedShot) -> Drawing:
    """What its kind adds to the picture."""
    return KINDS[shot.recipe.key].drawing


def staged(
    shot: PlannedShot,
    night: NightContext = NIGHT,
    size: tuple[int, int] = (WIDE, HIGH),
    window: Window = WHOLE_FRAME,
    settings: Settings | None = None,
    hidden: Mapping[str, float] | None = None,
    subject: StandIn | None = None,
    exposure_s: float | None = None,
) -> Stage:
    found = settings or shot.settings
    if exposure_s is not None:
        found = replace(found, exposure_s=exposure_s)
    wanted = PictureRequest(
        found, *size, window, hidden=hidden or {}, subject=subject, drawing=drawing_of(shot)
    )
    return stage_of(shot, night, wanted)
