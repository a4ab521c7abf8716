"""Frames to look at: a shot by the sea on a dark or a moonlit night, and its canvas."""

from dataclasses import replace
from typing import Any

from patient_owl.core.kinds import KINDS, RECIPES
from patient_owl.core.light.brought import Brought
from patient_owl.core.night_context import NightContext
from patient_owl.core.optics.camera import Framing
from patient_owl.core.picture.picture import PictureRequest, stage_of
from patient_owl.core.picture.stage import Drawing, Stage
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
    exposure_s: float | None = None,
    **of_request: Any,
) -> Stage:
    settings = replace(shot.settings, exposure_s=exposure_s or shot.settings.exposure_s)
    request = PictureRequest(settings, *size, drawing=drawing_of(shot), **of_request)
    return stage_of(shot, night, request)
