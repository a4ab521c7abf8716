"""What is kept, said once of a take and its pictures together.

A take is kept as long as one of its pictures is, and of a kept take that has pictures at least one
is: whoever counts takes and whoever counts pictures tell of the same frames.
"""

from collections.abc import Sequence
from uuid import UUID

from sqlalchemy.orm import Session

from patient_owl.platform.storage.owned import owned_rows
from patient_owl.platform.tables.photos import Photo
from patient_owl.platform.tables.takes import Take


def pictures_of(session: Session, user_id: UUID, take: Take) -> list[Photo]:
    """Those of one take, oldest first."""
    return owned_rows(session, Photo, user_id, Photo.take_id == take.id)


def said_of_take(take: Take, photos: Sequence[Photo]) -> None:
    """After somebody kept a take, or no longer does: its pictures follow."""
    if not take.is_keeper:
        for photo in photos:
            photo.pick = "" if photo.pick == "kept" else photo.pick
    elif photos and not any(photo.pick == "kept" for photo in photos):
        best = [photo for photo in photos if photo.is_best]
        for photo in best or [p for p in photos if p.pick != "rejected"] or photos[:1]:
            photo.pick = "kept"


def said_of_picture(take: Take, photos: Sequence[Photo]) -> None:
    """After somebody kept or rejected a picture of a take: the take follows."""
    take.is_keeper = any(photo.pick == "kept" for photo in photos)


def joined(take: Take, photos: Sequence[Photo]) -> None:
    """After a picture came to a take: what was said of either holds of both."""
    take.is_keeper = take.is_keeper or any(photo.pick == "kept" for photo in photos)
    said_of_take(take, photos)


def left(take: Take, photos: Sequence[Photo]) -> None:
    """After a picture went from a take; a take without any keeps what was said of it."""
    if photos:
        said_of_picture(take, photos)
