"""Pictures given to takes: uploaded, matched by time and settings, or by hand."""

from typing import Annotated
from uuid import UUID

from fastapi import Form, Response, UploadFile
from fastapi.responses import StreamingResponse
from pydantic import BaseModel

from patient_owl.accounts.current import CurrentUser
from patient_owl.fields import Asked
from patient_owl.formats.picture import MOST_BYTES
from patient_owl.http.download import saved_as
from patient_owl.http.media import AnyFile, Jpeg
from patient_owl.http.pools import PICTURES, worked_in
from patient_owl.http.request import DbSession, ExpectedVersion, new_router, tag
from patient_owl.pictures import service as pictures
from patient_owl.pictures.schemas import PhotoOut
from patient_owl.takes import service

router = new_router(tags=["pictures"])


class MatchedOut(BaseModel):
    """How far the camera's clock was off, in words, and the pictures as they are now."""

    text: str
    matched: int
    photos: list[PhotoOut]


class TakeOfPhoto(Asked):
    take_id: UUID | None


@router.get("/shots/{shot_id}/photos")
def list_photos(shot_id: UUID, user: CurrentUser, session: DbSession) -> list[PhotoOut]:
    """The shot's pictures, oldest first."""
    return [pictures.out(photo) for photo in pictures.photos_of(session, user, shot_id)]


@router.post("/shots/{shot_id}/photos", status_code=201)
@worked_in(PICTURES)
def add_photo(
    shot_id: UUID,
    file: UploadFile,
    user: CurrentUser,
    session: DbSession,
    keep: Annotated[bool, Form()] = False,
) -> PhotoOut:
    """Read a picture: histogram, settings, time. The file itself is kept only when asked."""
    content = file.file.read(MOST_BYTES + 1)
    photo = pictures.add_photo(session, user, shot_id, file.filename or "", content, keep=keep)
    return pictures.out(photo)


@router.post("/shots/{shot_id}/photos/match")
def match_photos(shot_id: UUID, user: CurrentUser, session: DbSession) -> MatchedOut:
    """Give pictures to takes by time and settings, finding how far the camera's clock is off."""
    text, matched = service.match_photos(session, user, shot_id)
    photos = [pictures.out(photo) for photo in pictures.photos_of(session, user, shot_id)]
    return MatchedOut(text=text, matched=matched, photos=photos)


@router.put("/photos/{photo_id}/take")
def give_photo(
    photo_id: UUID,
    body: TakeOfPhoto,
    user: CurrentUser,
    session: DbSession,
    version: ExpectedVersion,
    response: Response,
) -> PhotoOut:
    """Give a picture to a take by hand, or to none."""
    photo = service.give_photo(session, user, photo_id, version, body.take_id)
    tag(response, photo)
    return pictures.out(photo)


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
