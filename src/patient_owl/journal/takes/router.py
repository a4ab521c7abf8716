"""Takes, their chain, and the pictures given to them. Deleting is in trash."""

from typing import Annotated
from uuid import UUID

from fastapi import Form, Response, UploadFile

from patient_owl.journal.photos.schemas import JudgedIn, PhotoOut
from patient_owl.journal.photos.service import add_photo as take_in
from patient_owl.journal.photos.service import get_photo
from patient_owl.journal.takes import present, service, spots
from patient_owl.journal.takes.learning import learn_from
from patient_owl.journal.takes.record import record_of
from patient_owl.journal.takes.schemas import (
    ChainOut,
    MatchedOut,
    NewTakesIn,
    NightPicturesOut,
    PartKey,
    PhotoSpotsOut,
    RememberedOut,
    SentTakesIn,
    SentTakesOut,
    TakeIn,
    TakeOfPhoto,
    TapIn,
)
from patient_owl.journal.takes.sheet import sheet_out
from patient_owl.library.kit.schemas import KitItemOut
from patient_owl.library.kit.service import out as kit_out
from patient_owl.planning.shots.lights import LightKey
from patient_owl.planning.shots.planner import Planner
from patient_owl.planning.shots.service import get_shot
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.pools import LONG, PICTURES, worked_in
from patient_owl.platform.http.request import (
    ExpectedVersion,
    IfMatch,
    new_router,
    tag,
    version_of,
)

router = new_router(tags=["takes"])


@router.put("/takes/{take_id}", responses={201: {"model": ChainOut}})
def put_take(
    take_id: UUID,
    body: TakeIn,
    visit: CurrentVisit,
    response: Response,
    if_match: IfMatch = None,
) -> ChainOut:
    """Keep a take under an identity made on the device; sending it twice keeps it once.

    Answers with the shot's chain: what follows from it.
    """
    version = None if if_match is None else version_of(if_match)
    planner = Planner(visit)
    shot = get_shot(visit.session, visit.user.id, body.shot_id)
    planned, _ = planner.plan_or_trouble(shot)
    take, is_new = service.put_take(visit, take_id, body, version, planned)
    record = record_of(visit.session, visit.user, shot)
    learn_from(planner, shot, record)
    response.status_code = 201 if is_new else 200
    tag(response, take)
    return present.chain_out(planner, shot, record)


@router.post("/takes")
def send_takes(body: SentTakesIn, visit: CurrentVisit) -> SentTakesOut:
    """What waited on a device without signal: takes made, changed and deleted there.

    All of it is kept, or, where one is refused, none. Sending it twice changes nothing.
    """
    planner = Planner(visit)
    takes, shots = service.keep_all(planner, body.takes)
    return SentTakesOut(
        versions={take.id: take.version for take in takes},
        chains=[present.chain_out(planner, shot) for shot in shots],
    )


@router.post("/shots/{shot_id}/found", status_code=201)
def remember_found(shot_id: UUID, visit: CurrentVisit) -> RememberedOut:
    """Reckon with what the takes found of the light, however far from its prediction."""
    planner = Planner(visit)
    shot = get_shot(visit.session, visit.user.id, shot_id)
    return present.remembered_out(service.remember_found(planner, shot))


@router.post("/shots/{shot_id}/lights/{key}/measured")
def keep_measured(shot_id: UUID, key: LightKey, visit: CurrentVisit) -> KitItemOut:
    """Correct the figure of a light in the kit by what the shot's takes found of it."""
    planner = Planner(visit)
    shot = get_shot(visit.session, visit.user.id, shot_id)
    return kit_out(visit.session, visit.user, service.keep_measured(planner, shot, key))


@router.get("/shots/{shot_id}/chain")
def get_chain(shot_id: UUID, visit: CurrentVisit) -> ChainOut:
    """The shot's takes in order, and the next setting with its reasons."""
    shot = get_shot(visit.session, visit.user.id, shot_id)
    return present.chain_out(Planner(visit), shot)


@router.get("/shots/{shot_id}/photos")
def list_photos(shot_id: UUID, visit: CurrentVisit) -> list[PhotoOut]:
    """The shot's pictures, oldest first."""
    return service.photos_out(Planner(visit), shot_id)


@router.post("/shots/{shot_id}/photos", status_code=201)
@worked_in(PICTURES)
def add_photo(
    shot_id: UUID,
    file: UploadFile,
    visit: CurrentVisit,
    keep: Annotated[bool, Form()] = False,
) -> PhotoOut:
    """Read a picture: histogram, settings, time. The file itself is kept only when asked."""
    session, user, name = visit.session, visit.user, file.filename or ""
    photo = take_in(session, user, shot_id, name, file.file, keep=keep)
    return service.photo_out(Planner(visit), photo)


@router.post("/shots/{shot_id}/photos/match")
def match_photos(shot_id: UUID, visit: CurrentVisit) -> MatchedOut:
    """Give pictures to takes by time and settings, finding how far the camera's clock is off."""
    planner = Planner(visit)
    text, matched = service.match_photos(planner, shot_id)
    photos = service.photos_out(planner, shot_id)
    return MatchedOut(text=text, matched=matched, photos=photos)


@router.put("/photos/{photo_id}/take")
def give_photo(
    photo_id: UUID,
    body: TakeOfPhoto,
    visit: CurrentVisit,
    version: ExpectedVersion,
    response: Response,
) -> PhotoOut:
    """Give a picture to a take by hand, or to none."""
    planner = Planner(visit)
    photo = service.give_photo(planner, photo_id, version, body.take_id)
    tag(response, photo)
    return service.photo_out(planner, photo)


@router.post("/photos/{photo_id}/take", status_code=201, responses={409: {}})
def make_take_of_photo(photo_id: UUID, visit: CurrentVisit) -> ChainOut:
    """A picture nobody noted a take of becomes one; answers with the chain of its shot."""
    planner = Planner(visit)
    shot = service.take_of_photo(planner, photo_id)
    return present.chain_out(planner, shot, record_of(visit.session, visit.user, shot))


@router.put("/photos/{photo_id}/judged")
def judge_photo(
    photo_id: UUID,
    body: JudgedIn,
    visit: CurrentVisit,
    version: ExpectedVersion,
    response: Response,
) -> PhotoOut:
    """Keep, reject, rate, tag; what is kept makes its take a keeper."""
    photo = service.judge_photo(visit.session, visit.user, photo_id, version, body)
    tag(response, photo)
    return service.photo_out(Planner(visit), photo)


@router.post("/shots/{shot_id}/photos/takes", status_code=201)
@worked_in(LONG)
def make_takes(shot_id: UUID, body: NewTakesIn, visit: CurrentVisit) -> ChainOut:
    """Pictures without a take become takes of the shot, wherever they came in."""
    planner = Planner(visit)
    shot = get_shot(visit.session, visit.user.id, shot_id)
    service.make_takes(planner, shot, body.photo_ids)
    return present.chain_out(planner, shot)


@router.get("/photos/{photo_id}/spots")
def get_read(photo_id: UUID, visit: CurrentVisit) -> PhotoSpotsOut:
    """The lights that may be read off a picture, and what was read."""
    photo = get_photo(visit.session, visit.user, photo_id)
    return spots.spots_out(Planner(visit), photo)


@router.put("/photos/{photo_id}/spots/{key}", responses={409: {}})
@worked_in(PICTURES)
def read_off(photo_id: UUID, key: PartKey, body: TapIn, visit: CurrentVisit) -> PhotoSpotsOut:
    """Read a light where it stands in a picture: evidence for the picture's take."""
    planner, photo = Planner(visit), get_photo(visit.session, visit.user, photo_id)
    spots.read_light(planner, photo, key, body)
    return spots.spots_out(planner, photo)


@router.delete("/photos/{photo_id}/spots/{key}")
def forget_read(photo_id: UUID, key: PartKey, visit: CurrentVisit) -> PhotoSpotsOut:
    """Take back what was read of a light."""
    planner, photo = Planner(visit), get_photo(visit.session, visit.user, photo_id)
    spots.forget_light(planner, photo, key)
    return spots.spots_out(planner, photo)


@router.get("/nights/{night_id}/pictures")
def get_sheet(night_id: UUID, visit: CurrentVisit) -> NightPicturesOut:
    """All pictures of a night, for looking through and picking."""
    return sheet_out(visit, Planner(visit).night(night_id))
