"""Lights read off the pictures of takes: one taps where a light is, and that is evidence of it."""

import io
from dataclasses import asdict, replace

from sqlalchemy.orm import Session

from patient_owl.core.exposure.settings import Settings
from patient_owl.core.exposure.spot import Spot
from patient_owl.core.light.in_picture import spot_in_levels, spot_in_raw
from patient_owl.core.light.part import LightPart
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.formats.photo_files import levels_of, light_of
from patient_owl.journal.photos.service import kept_file, look_of
from patient_owl.journal.takes.learning import learn_from
from patient_owl.journal.takes.present import read_texts
from patient_owl.journal.takes.record import settings_of
from patient_owl.journal.takes.schemas import LightSpotOut, PhotoSpotsOut, TapIn
from patient_owl.planning.shots.planner import Planner
from patient_owl.planning.shots.service import get_shot
from patient_owl.platform.storage.owned import owned
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.photos import Photo
from patient_owl.platform.tables.takes import Take
from patient_owl.ports.errors import NotFound, WrongState
from patient_owl.words.parts import part_name

NO_TAKE = "It belongs to no take yet. Give it to one, and what you read off it counts."
# A frame's file says its settings as the camera rounds them: less than this is no other frame.
OTHER_FRAME_STOPS = 1 / 6


def spots_out(planner: Planner, photo: Photo) -> PhotoSpotsOut:
    """The lights that may be read off a picture, and what was."""
    take = _take_of(planner, photo)
    if take is None:
        return PhotoSpotsOut(lights=[], trouble=NO_TAKE)
    planned, trouble = planner.plan_or_trouble(
        get_shot(planner.visit.session, planner.visit.user.id, take.shot_id)
    )
    if planned is None:
        return PhotoSpotsOut(lights=[], trouble=trouble or "")
    read = read_texts(take, planned)
    return PhotoSpotsOut(
        lights=[
            LightSpotOut(key=key, name=part_name(part.key), text=read.get(key, ""))
            for key, part in planned.readable.items()
        ],
        trouble="",
    )


def read_light(planner: Planner, photo: Photo, key: str, tap: TapIn) -> None:
    """What stands where somebody tapped is evidence on that light, from then on."""
    visit = planner.visit
    take = _take_of(planner, photo)
    if take is None:
        raise WrongState(NO_TAKE)
    shot = get_shot(visit.session, visit.user.id, take.shot_id)
    planned = planner.plan_of(shot)
    part = _part(planned, key)
    spot = _spot_at(visit.session, visit.user, photo, tap)
    spot = replace(spot, stops=spot.stops - _brighter_stops(part, photo, take))
    take.spots = {**take.spots, key: asdict(spot)}
    visit.session.flush()
    learn_from(planner, shot)


def forget_light(planner: Planner, photo: Photo, key: str) -> None:
    """It was not read after all."""
    visit = planner.visit
    take = _take_of(planner, photo)
    if take is None or key not in take.spots:
        raise NotFound("light read off this picture")
    take.spots = {other: spot for other, spot in take.spots.items() if other != key}
    visit.session.flush()
    learn_from(planner, get_shot(visit.session, visit.user.id, take.shot_id))


def _take_of(planner: Planner, photo: Photo) -> Take | None:
    visit = planner.visit
    return owned(visit.session, Take, visit.user.id, photo.take_id) if photo.take_id else None


def _part(planned: PlannedShot, key: str) -> LightPart:
    parts = planned.readable
    if key not in parts:
        raise NotFound("light in this picture")
    return parts[key]


def _spot_at(session: Session, user: User, photo: Photo, tap: TapIn) -> Spot:
    """From the raw file itself where it was kept, else from the picture."""
    content = kept_file(session, photo)
    light = light_of(io.BytesIO(content)) if content else None
    if light is not None:
        return spot_in_raw(light, tap.x_share, tap.y_share)
    return spot_in_levels(levels_of(look_of(session, user, photo.id)), tap.x_share, tap.y_share)


def _brighter_stops(part: LightPart, photo: Photo, take: Take) -> float:
    """How much brighter a light is in one frame of a take, as of a bracket, than by the settings
    the take goes by. [stops]"""
    if photo.exposure_s is None or photo.f_number is None or photo.iso is None:
        return 0.0
    made = settings_of(take)
    frame = Settings(photo.exposure_s, photo.f_number, photo.iso, made.nd_stops, made.lost_stops)
    stops = made.ev100_by(part.answers_to) - frame.ev100_by(part.answers_to)
    return stops if abs(stops) >= OTHER_FRAME_STOPS else 0.0
