"""Cards in words: how far they are, and what their pictures without a take may be of."""

from collections import Counter
from collections.abc import Sequence
from datetime import timedelta
from uuid import UUID
from zoneinfo import ZoneInfo

from sqlalchemy import func, select
from sqlalchemy.orm import Session, defer

from patient_owl.core.matching.likeliest import likeliest, runs_of
from patient_owl.core.matching.pairs import Stamped
from patient_owl.core.sky import ephemeris
from patient_owl.journal.cards.schemas import CardShotOut, IntakeLineOut, IntakeOut, SetOut
from patient_owl.journal.cards.service import evening_date_of, intakes_of, photos_in, zone_of
from patient_owl.journal.photos.schemas import PhotoOut
from patient_owl.journal.photos.service import out as photo_out
from patient_owl.journal.photos.service import sets_in
from patient_owl.journal.takes.placing import clocks_of
from patient_owl.planning.nights.service import get_night
from patient_owl.planning.shots.planner import Planner
from patient_owl.planning.shots.service import shots_of
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.storage.owned import owned_rows
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.photos import Intake, Photo
from patient_owl.platform.tables.shots import Shot
from patient_owl.words.cards import NO_TIME, intake_text, likeliest_text, set_text
from patient_owl.words.pictures import clock_text, photo_settings_text

MOST_NIGHTS = 6  # that the pictures of one card are planned for, to tell what they may be of


def intake_out(planner: Planner, intake: Intake) -> IntakeOut:
    visit = planner.visit
    photos = photos_in(visit.session, visit.user, intake, defer(Photo.histogram))
    place_zone = zone_of(visit, intake, photos)
    shots = _shots_about(planner, intake, photos)
    of_shot = Counter(photo.shot_id for photo in photos if photo.take_id)
    return IntakeOut(
        id=intake.id,
        version=intake.version,
        label=intake.label,
        night_id=intake.night_id,
        keeps_pixels=intake.keeps_pixels,
        begun_at_utc=intake.created_at_utc,
        text=_text(photos),
        clocks=[clock_text(clock) for clock in clocks_of(photos, place_zone)],
        pictures=len(photos),
        unplaced=_unplaced(planner, photos, shots, place_zone),
        shots=[_shot_out(planner, shot, of_shot[shot.id]) for shot in shots],
    )


def photos_out(visit: Visit, intake: Intake) -> list[PhotoOut]:
    photos = photos_in(visit.session, visit.user, intake)
    place_zone = zone_of(visit, intake, photos)
    return [photo_out(photo, place_zone) for photo in photos]


def lines_out(session: Session, user: User) -> list[IntakeLineOut]:
    """All cards, the latest first; their pictures are counted and not read."""
    query = (
        select(Photo.intake_id, func.count(), func.count(Photo.take_id))
        .where(Photo.user_id == user.id, Photo.deleted_at_utc.is_(None))
        .group_by(Photo.intake_id)
    )
    counted = {row[0]: (row[1], row[2]) for row in session.execute(query)}
    return [
        IntakeLineOut(
            id=intake.id,
            label=intake.label,
            night_id=intake.night_id,
            begun_at_utc=intake.created_at_utc,
            text=intake_text(*counted.get(intake.id, (0, 0))),
        )
        for intake in intakes_of(session, user)
    ]


def _text(photos: Sequence[Photo]) -> str:
    return intake_text(len(photos), sum(photo.take_id is not None for photo in photos))


def _unplaced(
    planner: Planner, photos: Sequence[Photo], shots: Sequence[Shot], place_zone: ZoneInfo
) -> list[SetOut]:
    loose = sets_in(photo for photo in photos if photo.take_id is None)
    likely = _likeliest(planner, [unit[0] for unit in loose], shots)
    unplaced = []
    for unit in loose:
        first = unit[0]
        shot = likely.get(first.id)
        settings = photo_settings_text(first.exposure_s, first.f_number, first.iso)
        moment = first.taken_at_utc
        taken = f"{moment.astimezone(place_zone):%H:%M:%S}" if moment else NO_TIME
        unplaced.append(
            SetOut(
                kind=first.set_kind,
                evening_date=evening_date_of(moment, place_zone) if moment else None,
                text=set_text(first.set_kind, len(unit), settings, taken),
                photo_ids=[photo.id for photo in unit],
                likeliest_shot_id=shot.id if shot else None,
                likeliest_text=likeliest_text(shot.title if shot else None),
            )
        )
    return unplaced


def _likeliest(
    planner: Planner, firsts: Sequence[Photo], shots: Sequence[Shot]
) -> dict[UUID, Shot]:
    """The shot that each set is most likely of, by its first picture; sets of one run stay
    together."""
    timed = [photo for photo in firsts if photo.taken_at_utc is not None]
    if not timed:
        return {}
    stamps = [_stamp(photo) for photo in timed]
    planned = [_planned_stamp(planner, shot) for shot in shots]
    likely: dict[UUID, Shot] = {}
    for run in runs_of(stamps):
        at = likeliest([stamps[place] for place in run], planned)
        if at is not None:
            likely |= {timed[place].id: shots[at] for place in run}
    return likely


def _stamp(photo: Photo) -> Stamped:
    assert photo.taken_at_utc is not None  # those alone are asked about
    seconds = ephemeris.epoch_seconds(photo.taken_at_utc)
    return Stamped(seconds, photo.exposure_s, photo.f_number, photo.iso)


def _shot_out(planner: Planner, shot: Shot, pictures: int) -> CardShotOut:
    night = planner.night(shot.night_id)
    return CardShotOut(
        id=shot.id,
        title=shot.title,
        night_id=night.id,
        night_title=night.called,
        pictures=pictures,
    )


def _shots_about(planner: Planner, intake: Intake, photos: Sequence[Photo]) -> list[Shot]:
    """Of the card's night; else of the nights its pictures were taken in."""
    session, user = planner.visit.session, planner.visit.user
    if intake.night_id:
        return shots_of(session, user, get_night(session, user.id, intake.night_id))
    days = sorted({photo.taken_at_utc.date() for photo in photos if photo.taken_at_utc})
    # the evening before too: after midnight a night is still yesterday's
    asked = {day - timedelta(days=before) for day in days for before in (0, 1)}
    nights = owned_rows(session, Night, user.id, Night.evening_date.in_(asked))[:MOST_NIGHTS]
    return [shot for night in nights for shot in shots_of(session, user, night)]


def _planned_stamp(planner: Planner, shot: Shot) -> Stamped:
    planned, _ = planner.plan_or_trouble(shot)
    seconds = ephemeris.epoch_seconds(shot.at_utc)
    if planned is None:
        return Stamped(seconds)
    settings = planned.settings
    return Stamped(seconds, settings.exposure_s, settings.f_number, settings.iso)
