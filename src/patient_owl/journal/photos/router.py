"""Pictures and their files."""

from pathlib import PurePath
from typing import Annotated
from uuid import UUID

from fastapi import Query, Response
from fastapi.responses import StreamingResponse

from patient_owl.journal.photos import exports, service
from patient_owl.planning.shots.planner import Planner
from patient_owl.platform.accounts.current import CurrentUser
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.download import saved_as
from patient_owl.platform.http.media import AnyFile, Jpeg, Png, Zip
from patient_owl.platform.http.pools import LONG, PICTURES, worked_in
from patient_owl.platform.http.request import DbSession, new_router

router = new_router(tags=["pictures"])


@router.get("/photos/{photo_id}/look.jpg", response_class=Jpeg)
def get_look(photo_id: UUID, user: CurrentUser, session: DbSession) -> Response:
    """The picture as large as a screen."""
    return Jpeg(service.look_of(session, user, photo_id))


@router.get("/photos/{photo_id}/pixels.jpg", response_class=Jpeg)
@worked_in(PICTURES)
def get_pixels(photo_id: UUID, user: CurrentUser, session: DbSession) -> Response:
    """Every pixel that was kept, for looking at 1:1."""
    return Jpeg(service.pixels_one_to_one(session, user, photo_id))


@router.get("/photos/{photo_id}/ends.png", response_class=Png)
@worked_in(PICTURES)
def get_ends(photo_id: UUID, user: CurrentUser, session: DbSession) -> Response:
    """What is burnt out and what is black, to lay over the picture."""
    return Png(service.ends_over(session, user, photo_id))


@router.get("/photos/{photo_id}/thumbnail.jpg", response_class=Jpeg)
def get_thumbnail(photo_id: UUID, user: CurrentUser, session: DbSession) -> Response:
    """A small picture."""
    return Jpeg(service.get_photo(session, user, photo_id).thumbnail)


@router.get("/photos/{photo_id}/file", response_class=AnyFile)
def get_file(photo_id: UUID, user: CurrentUser, session: DbSession) -> StreamingResponse:
    """The file itself, where it was kept."""
    headers = saved_as(service.get_photo(session, user, photo_id).file_name)
    parts = service.file_of(session, user, photo_id)
    return AnyFile(parts, headers=headers)


@router.get("/photos/{photo_id}/copy.jpg", response_class=Jpeg)
@worked_in(PICTURES)
def get_copy(
    photo_id: UUID,
    visit: CurrentVisit,
    with_position: Annotated[bool, Query(description="where it was taken, too")] = False,
) -> Response:
    """A copy of what was kept of a picture, its head saying when, how and, if asked, where."""
    photo = service.get_photo(visit.session, visit.user, photo_id)
    content = exports.marked_copy(visit, photo, with_position=with_position)
    return Jpeg(content, headers=saved_as(f"{PurePath(photo.file_name).stem}.jpg"))


@router.get("/nights/{night_id}/sidecars.zip", response_class=Zip)
@worked_in(LONG)
def get_sidecars(night_id: UUID, visit: CurrentVisit) -> Response:
    """XMP files named as the originals are, to be put beside them."""
    planner = Planner(visit)
    night = planner.night(night_id)
    name = f"{night.evening_date} sidecars.zip"
    return Zip(exports.sidecars(planner, night), headers=saved_as(name))
