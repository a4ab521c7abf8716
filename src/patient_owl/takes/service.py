"""Keeping takes, and what follows from them."""

from collections.abc import Mapping
from datetime import datetime
from functools import partial
from uuid import UUID

from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from patient_owl.accounts.models import User
from patient_owl.core.advise.advice import Advice, Belief, JudgedTake, Room, next_setting
from patient_owl.core.advise.consequences import consequences
from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.dials import CONTROLS, Control, DialValue
from patient_owl.core.exposure.reading import Reading
from patient_owl.core.exposure.settings import settings_on, stops_between
from patient_owl.core.matching import Stamped, match
from patient_owl.errors import NotFound, VersionMissing
from patient_owl.nights.service import get_night
from patient_owl.pictures.models import Photo
from patient_owl.pictures.service import get_photo, photos_of, reading_of
from patient_owl.pictures.service import out as photo_out
from patient_owl.places.zones import zone
from patient_owl.rails import position_out
from patient_owl.shots.models import Shot
from patient_owl.shots.planning import Planned
from patient_owl.shots.service import get_shot, plan_of
from patient_owl.storage.owned import check_version, flush, owned, owned_rows
from patient_owl.takes.models import Take
from patient_owl.takes.schemas import (
    AdviceOut,
    ChainOut,
    LinkOut,
    TakeIn,
    TakeOut,
    VerdictOut,
)
from patient_owl.words.chain import VERDICTS, change_text
from patient_owl.words.disciplines import LIGHTS
from patient_owl.words.night import clock
from patient_owl.words.pictures import matched_text
from patient_owl.words.plan import settings_text
from patient_owl.words.reasons import reason_text


def put_take(
    session: Session, user: User, take_id: UUID, request: TakeIn, version: int | None
) -> tuple[Take, bool]:
    """Keep a take under the identity its device gave it; True when it is new.

    Sending the same take again changes nothing; a different one under the same identity
    is an edit and must name the version it changes.
    """
    shot = get_shot(session, user.id, request.shot_id)
    take = session.get(Take, take_id)
    if take is None:
        take = Take(id=take_id, user_id=user.id, **request.model_dump())
        try:
            with session.begin_nested():
                session.add(take)
            return take, True
        except IntegrityError:
            # the same take arrived a moment earlier by another request
            take = session.get_one(Take, take_id, populate_existing=True)
    if take.user_id != user.id or take.deleted_at_utc is not None:
        raise NotFound("take")
    if TakeIn.model_validate(take, from_attributes=True) == request:
        return take, False
    if version is None:
        raise VersionMissing()
    check_version(take, version, "take")
    if take.shot_id != shot.id:
        raise WrongValue("shot_id", f"{take.shot_id}, the shot it was made for", shot.id)
    for name, value in request.model_dump().items():
        setattr(take, name, value)
    flush(session, take, "take")
    return take, False


def takes_of(session: Session, user: User, shot: Shot) -> list[Take]:
    takes = owned_rows(session, Take, user.id, Take.shot_id == shot.id)
    return sorted(takes, key=lambda take: (take.started_at_utc, take.id))


def chain_of(session: Session, user: User, shot_id: UUID) -> ChainOut:
    shot = get_shot(session, user.id, shot_id)
    planned = plan_of(session, user, shot)
    takes = takes_of(session, user, shot)
    photos = photos_of(session, user, shot.id)
    place_zone = zone(get_night(session, user.id, shot.night_id).place.time_zone)
    links = [
        LinkOut(
            take=TakeOut.model_validate(take),
            settings=settings_text(_positions(take, planned)),
            started_local=clock(take.started_at_utc, place_zone),
            change=_change(before, take, planned),
            photos=[photo_out(photo) for photo in photos if photo.take_id == take.id],
        )
        for before, take in zip((None, *takes), takes, strict=False)
    ]
    return ChainOut(
        links=links,
        loose_photos=[photo_out(photo) for photo in photos if photo.take_id is None],
        advice=_advice(planned, _judged(takes, _readings(photos), planned)),
        verdicts=verdicts_out(),
        light=light_name(planned),
    )


def _positions(take: Take, planned: Planned) -> dict[Control, DialValue]:
    return {c: planned.kit.dials[c].nearest(getattr(take, c)) for c in CONTROLS}


def _change(before: Take | None, take: Take, planned: Planned) -> str | None:
    if before is None:
        return None
    old, new = _positions(before, planned), _positions(take, planned)
    dials = planned.kit.dials
    return change_text(old, new, stops_between(settings_on(dials, old), settings_on(dials, new)))


def room_of(planned: Planned) -> Room:
    """Where the next setting may move, as the recipe and the photographer's locks have it."""
    locked = planned.intent.choice.locked
    return Room(
        dials=planned.kit.dials,
        limits=planned.plan.limits,
        order=[c for c in planned.recipe.change_order if c not in locked],
        why_this_order=planned.recipe.change_why,
        placement_stops=_placement_stops(planned),
        light_prior=_light_prior(planned),
        consequences=partial(
            consequences, planned.kit, planned.plan.blurs, planned.scene.temperature_c
        ),
    )


def _light_prior(planned: Planned) -> Belief | None:
    """What the plan expects of an added light, where the discipline has one."""
    if planned.recipe.light is None:
        return None
    settings = planned.plan.solution.settings
    bare = JudgedTake(settings, None).of_light.settings
    return Belief(bare.ev100, planned.plan.sigma_stops)


def light_name(planned: Planned) -> str | None:
    return LIGHTS[planned.recipe.light] if planned.recipe.light else None


def _placement_stops(planned: Planned) -> float:
    """Where the photographer put the subject, or the sky, from mid-grey."""
    inputs = planned.intent.inputs
    asked = inputs.get("placement_stops", inputs.get("sky_placement_stops"))
    return float(asked) if isinstance(asked, (int, float)) else 0.0


def match_photos(session: Session, user: User, shot_id: UUID) -> tuple[str, int]:
    """Give loose pictures to takes; in words how far the camera's clock is off, and how many."""
    shot = get_shot(session, user.id, shot_id)
    takes = takes_of(session, user, shot)
    photos = photos_of(session, user, shot.id)
    taken = {photo.take_id for photo in photos if photo.take_id}
    free = [take for take in takes if take.id not in taken]
    loose = [photo for photo in photos if photo.take_id is None and _time_of(photo) is not None]
    found = match([_stamp_of_photo(p) for p in loose], [_stamp_of_take(t) for t in free])
    for photo, index in zip(loose, found.takes, strict=True):
        if index is not None:
            photo.take_id = free[index].id
    session.flush()
    matched = sum(index is not None for index in found.takes)
    return matched_text(matched, len(photos), found.offset_s), matched


def _time_of(photo: Photo) -> datetime | None:
    return photo.taken_at_utc or photo.camera_clock


def _stamp_of_photo(photo: Photo) -> Stamped:
    at = _time_of(photo)
    assert at is not None  # asked only of pictures with a time
    return Stamped(at.timestamp(), photo.exposure_s, photo.f_number, photo.iso)


def _stamp_of_take(take: Take) -> Stamped:
    return Stamped(take.started_at_utc.timestamp(), take.exposure_s, take.f_number, take.iso)


def give_photo(session: Session, user: User, photo_id: UUID, take_id: UUID | None) -> Photo:
    """A picture to a take of its own shot, or to none."""
    photo = get_photo(session, user, photo_id)
    if take_id is not None:
        take = owned(session, Take, user.id, take_id, "take")
        if take.shot_id != photo.shot_id:
            raise WrongValue("take_id", "a take of the picture's own shot", take_id)
    photo.take_id = take_id
    flush(session, photo, "picture")
    return photo


def judged_takes(session: Session, user: User, shot: Shot, planned: Planned) -> list[JudgedTake]:
    """What is known from the shot's takes, oldest first."""
    readings = _readings(photos_of(session, user, shot.id))
    return _judged(takes_of(session, user, shot), readings, planned)


def _readings(photos: list[Photo]) -> dict[UUID, Reading]:
    """What the pictures given to takes tell, by take; the first picture of a take counts."""
    found: dict[UUID, Reading] = {}
    for photo in photos:
        if photo.take_id is not None:
            found.setdefault(photo.take_id, reading_of(photo))
    return found


def _judged(
    takes: list[Take], readings: Mapping[UUID, Reading], planned: Planned
) -> list[JudgedTake]:
    return [
        JudgedTake(
            settings_on(planned.kit.dials, _positions(take, planned)),
            take.verdict,  # type: ignore[arg-type]
            readings.get(take.id),
            take.light_verdict,  # type: ignore[arg-type]
        )
        for take in takes
        if take.verdict or take.light_verdict or take.id in readings
    ]


def current_positions(planned: Planned, judged: list[JudgedTake]) -> Mapping[Control, DialValue]:
    """What to set now: the plan's settings, or those the takes lead to."""
    return _next(planned, judged).positions if judged else planned.plan.solution.positions


def _next(planned: Planned, judged: list[JudgedTake]) -> Advice:
    plan = planned.plan
    prior = Belief(plan.target_ev100, plan.sigma_stops)
    return next_setting(prior, judged, room_of(planned))


def verdicts_out() -> list[VerdictOut]:
    return [VerdictOut(key=key, label=label) for key, label in VERDICTS.items()]


def _advice(planned: Planned, judged: list[JudgedTake]) -> AdviceOut:
    plan = planned.plan
    if not judged:
        positions = plan.solution.positions
        return AdviceOut(
            settings=settings_text(positions),
            positions={c: position_out(c, positions[c]) for c in CONTROLS},
            control=None,
            change_stops=0,
            sigma_stops=plan.sigma_stops,
            is_settled=False,
            reasons=[reason_text(plan.lead)],
        )
    advice = _next(planned, judged)
    return AdviceOut(
        settings=settings_text(advice.positions),
        positions={c: position_out(c, advice.positions[c]) for c in CONTROLS},
        control=advice.control,
        change_stops=advice.change_stops,
        sigma_stops=advice.belief.sigma_stops,
        is_settled=advice.is_settled,
        reasons=[reason_text(reason) for reason in advice.reasons],
    )
