"""Pictures given to takes: uploaded, matched by time and settings, or by hand."""

from typing import Annotated
from uuid import UUID

from fastapi import Form, Response, UploadFile
from fastapi.responses import StreamingResponse
from pydantic import BaseModel

from patient_owl.journal.photos import service as pictures
from patient_owl.journal.photos.schemas import JudgedIn, PhotoOut
from patient_owl.journal.takes import present, service
from patient_owl.journal.takes.record import record_of
from patient_owl.journal.takes.schemas import ChainOut
from patient_owl.planning.shots.planner import Planner
from patient_owl.platform.accounts.current import CurrentUser
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.download import saved_as
from patient_owl.platform.http.media import AnyFile, Jpeg, Png
from patient_owl.platform.http.pools import PICTURES, worked_in
from patient_owl.platform.http.request import DbSession, ExpectedVersion, new_router, tag
from patient_owl.ports.fields import RequestBody

router = new_router(tags=["pictures"])


class MatchedOut(BaseModel):
    """How far the camera's clock was off, in words, and the pictures as they are now."""

    text: str
    matched: int
    photos: list[PhotoOut]


class TakeOfPhoto(RequestBody):
    take_id: UUID | None


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
    photo = pictures.add_photo(session, user, shot_id, name, file.file, keep=keep)
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


@router.get("/photos/{photo_id}/look.jpg", response_class=Jpeg)
def get_look(photo_id: UUID, user: CurrentUser, session: DbSession) -> Response:
    """The picture as large as a screen."""
    return Jpeg(pictures.look_of(session, user, photo_id))


@router.get("/photos/{photo_id}/pixels.jpg", response_class=Jpeg)
@worked_in(PICTURES)
def get_pixels(photo_id: UUID, user: CurrentUser, session: DbSession) -> Response:
    """Every pixel that was kept, for looking at 1:1."""
    return Jpeg(pictures.pixels_one_to_one(session, user, photo_id))


@router.get("/photos/{photo_id}/ends.png", response_class=Png)
@worked_in(PICTURES)
def get_ends(photo_id: UUID, user: CurrentUser, session: DbSession) -> Response:
    """What is burnt out and what is black, to lay over the picture."""
    return Png(pictures.ends_over(session, user, photo_id))


@router.get("/photos/{photo_id}/thumbnail.jpg", response_class=Jpeg)
def get_thumbnail(photo_id: UUID, user: CurrentUser, session: DbSession) -> Response:
    """A small picture."""
    return Jpeg(pictures.get_photo(session, user, photo_id).thumbnail)


@router.get("/photos/{photo_id}/file", response_class=AnyFile)
def get_file(photo_id: UUID, user: CurrentUser, session: DbSession) -> StreamingResponse:
    """The file itself, where it was kept."""
    headers = saved_as(pictures.get_photo(session, user, photo_id).file_name)
    parts = pictures.file_of(session, user, photo_id)
    return AnyFile(parts, headers=headers)
