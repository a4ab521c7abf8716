"""Deleting with undo: a deleted thing is hidden, and can be brought back."""

from collections.abc import Callable, Mapping, Sequence
from enum import StrEnum
from uuid import UUID

from sqlalchemy.orm import Session

from patient_owl.journal.takes import keeping
from patient_owl.journal.takes.learning import learn_from_all
from patient_owl.planning.shots.planner import Planner
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.storage.base import Owned, now_utc
from patient_owl.platform.storage.owned import check_version
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.kit import KitItem
from patient_owl.platform.tables.lessons import FindingRow
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.photos import Photo
from patient_owl.platform.tables.places import Place
from patient_owl.platform.tables.readings import Reading
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take
from patient_owl.ports.errors import NotFound


class TrashKind(StrEnum):
    places = "places"
    kit = "kit"
    nights = "nights"
    shots = "shots"
    takes = "takes"
    photos = "photos"
    found = "found"
    readings = "readings"


_MODELS: Mapping[TrashKind, type[Owned]] = {
    TrashKind.places: Place,
    TrashKind.kit: KitItem,
    TrashKind.nights: Night,
    TrashKind.shots: Shot,
    TrashKind.takes: Take,
    TrashKind.photos: Photo,
    TrashKind.found: FindingRow,
    TrashKind.readings: Reading,
}


def _row(session: Session, user: User, kind: TrashKind, row_id: UUID) -> Owned:
    row = session.get(_MODELS[kind], row_id)
    if row is None or row.user_id != user.id:
        raise NotFound("thing")
    return row


def put_away(visit: Visit, kind: TrashKind, row_id: UUID, version: int | None) -> None:
    """version: only that one is put away; None for whatever is there."""
    row = _row(visit.session, visit.user, kind, row_id)
    if version is not None:
        check_version(row, version)
    row.deleted_at_utc = row.deleted_at_utc or now_utc()
    _follow(visit, row, keeping.left)


def bring_back(visit: Visit, kind: TrashKind, row_id: UUID) -> None:
    row = _row(visit.session, visit.user, kind, row_id)
    row.deleted_at_utc = None
    _follow(visit, row, keeping.joined)


def _follow(visit: Visit, row: Owned, keep: Callable[[Take, Sequence[Photo]], None]) -> None:
    """A shot teaches what those of its takes tell that are there, and a take is kept by those of
    its pictures."""
    session, user = visit.session, visit.user
    session.flush()
    if isinstance(row, Take):
        learn_from_all(Planner(visit), [row.shot_id])
    if isinstance(row, Photo) and row.take_id is not None:
        take = session.get_one(Take, row.take_id)
        keep(take, keeping.pictures_of(session, user.id, take))
