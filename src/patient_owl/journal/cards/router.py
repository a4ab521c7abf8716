"""Cards that are brought in, file by file."""

from typing import Annotated
from uuid import UUID

from fastapi import File, Form, UploadFile
from pydantic import Field

from patient_owl.core.errors import WrongValue
from patient_owl.formats.photo_files import Pieces
from patient_owl.formats.photo_files.partial_file import size_of
from patient_owl.journal.cards import new_takes, service
from patient_owl.journal.cards.present import intake_out, lines_out, photos_out
from patient_owl.journal.cards.schemas import (
    FileOut,
    IntakeIn,
    IntakeLineOut,
    IntakeOut,
    OwnNightIn,
)
from patient_owl.journal.photos.schemas import PhotoOut
from patient_owl.planning.shots.planner import Planner
from patient_owl.planning.shots.schemas import ShotOut
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.pools import LONG, PICTURES, worked_in
from patient_owl.platform.http.request import new_router

router = new_router(prefix="/intakes", tags=["cards"])

MOST_PIECES = 24
LARGEST_FILE = 4_000_000_000  # a number in a form, not what is sent
Start = Annotated[int, Field(ge=0, le=LARGEST_FILE)]


@router.get("")
def list_intakes(visit: CurrentVisit) -> list[IntakeLineOut]:
    """Cards that were brought in, the latest first."""
    return lines_out(visit.session, visit.user)


@router.post("", status_code=201)
def begin_intake(body: IntakeIn, visit: CurrentVisit) -> IntakeOut:
    """Begin with a card; its files follow one by one."""
    return intake_out(Planner(visit), service.begin(visit, body))


@router.get("/{intake_id}")
@worked_in(LONG)
def get_intake(intake_id: UUID, visit: CurrentVisit) -> IntakeOut:
    """A card: its cameras' clocks, and what those without a take may be of."""
    intake = service.get_intake(visit.session, visit.user, intake_id)
    return intake_out(Planner(visit), intake)


@router.get("/{intake_id}/photos")
@worked_in(LONG)
def list_photos_of_intake(intake_id: UUID, visit: CurrentVisit) -> list[PhotoOut]:
    """The card's pictures by their camera's clock."""
    return photos_out(visit, service.get_intake(visit.session, visit.user, intake_id))


@router.post("/{intake_id}/files")
@worked_in(PICTURES)
def take_file(
    intake_id: UUID,
    visit: CurrentVisit,
    name: Annotated[str, Form(max_length=1000)],
    size_bytes: Annotated[int, Form(ge=0, le=LARGEST_FILE)],
    starts: Annotated[list[Start], Form(max_length=MOST_PIECES)],
    pieces: Annotated[list[UploadFile], File(max_length=MOST_PIECES)],
) -> FileOut:
    """A file by its pieces: send its head, then with it whatever the answer wants, until it is
    read. Forty megabytes of a raw file need not be sent: its head and its preview do."""
    if len(starts) != len(pieces):
        raise WrongValue("starts", "where each piece begins", f"{len(starts)} of {len(pieces)}")
    here = [
        (start, size_of(piece.file), piece.file)
        for start, piece in zip(starts, pieces, strict=True)
    ]
    if any(start + length > size_bytes for start, length, _ in here):
        raise WrongValue("size_bytes", "at least where the last piece ends", size_bytes)
    return service.take_file(visit, intake_id, name, Pieces(size_bytes, here))


@router.post("/{intake_id}/placed")
@worked_in(LONG)
def place_intake(intake_id: UUID, visit: CurrentVisit) -> IntakeOut:
    """Match the card's pictures over the whole night, whatever its clocks say."""
    intake = service.get_intake(visit.session, visit.user, intake_id)
    service.place_all(visit, intake)
    return intake_out(Planner(visit), intake)


@router.post("/{intake_id}/night", status_code=201)
@worked_in(LONG)
def make_own_night(intake_id: UUID, body: OwnNightIn, visit: CurrentVisit) -> ShotOut:
    """Pictures without a take become a night of their own, with one shot."""
    return ShotOut.model_validate(new_takes.make_night(Planner(visit), intake_id, body))
