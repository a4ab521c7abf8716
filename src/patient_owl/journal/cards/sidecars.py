"""Sidecars on a card: what another program thought of its pictures comes with them."""

from collections.abc import Sequence
from pathlib import PurePath
from typing import BinaryIO

from sqlalchemy.orm import Session

from patient_owl.core.errors import WrongValue
from patient_owl.formats.photo_files.partial_file import size_of
from patient_owl.formats.xmp_in import MOST_BYTES, Thought, read_sidecar
from patient_owl.journal.cards.schemas import FileOut
from patient_owl.journal.photos.schemas import MOST_TAGS, TAG_LETTERS, JudgedIn
from patient_owl.journal.photos.service import file_name
from patient_owl.journal.takes.service import judge_photo
from patient_owl.platform.storage.owned import owned_rows
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.photos import Intake, Photo
from patient_owl.ports.fields import NOTES_LETTERS, plain_text
from patient_owl.words.cards import sidecar_text
from patient_owl.words.logbook import LABELS

ENDING = ".xmp"


def is_sidecar(name: str) -> bool:
    return file_name(name).casefold().endswith(ENDING)


def take_sidecar(
    session: Session, user: User, intake: Intake, name: str, file: BinaryIO
) -> FileOut:
    """Give what it says to its picture, where nothing was said of that here yet. WrongValue where
    it says nothing or has no picture."""
    if size_of(file) > MOST_BYTES:
        raise WrongValue("file", f"sidecars of at most {MOST_BYTES // 1_000_000} MB", "more")
    thought = read_sidecar(file.read())
    photo = _beside(session, user, intake, name)
    now = JudgedIn.model_validate(photo, from_attributes=True)
    judged = now.model_copy(update=_added(now, thought))
    if judged != now:
        judge_photo(session, user, photo.id, photo.version, judged)
    text = sidecar_text(photo.file_name, is_new=judged != now)
    return FileOut(outcome="beside", text=text, photo_id=photo.id)


def _beside(session: Session, user: User, intake: Intake, name: str) -> Photo:
    """The picture it belongs to: of this card, else the only one here that is called so."""
    stem = file_name(name)[: -len(ENDING)].casefold()
    begins = Photo.file_name.istartswith(stem.split(".")[0], autoescape=True)
    photos = [
        photo for photo in owned_rows(session, Photo, user.id, begins) if stem in _names(photo)
    ]
    candidates = [photo for photo in photos if photo.intake_id == intake.id] or photos
    if len(candidates) != 1:
        count = "no picture" if not candidates else f"{len(candidates)} pictures"
        raise WrongValue("file", "sidecars of a picture that came before", f"{count} of its name")
    return candidates[0]


def _names(photo: Photo) -> set[str]:
    """What its sidecar may be called: `a.xmp` and `a.dng.xmp` are both in use."""
    names = (photo.file_name, PurePath(photo.file_name).stem, photo.also_file)
    return {name.casefold() for name in names if name}


def _added(now: JudgedIn, thought: Thought) -> dict[str, object]:
    pick = "rejected" if thought.is_rejected else ""
    if thought.label == LABELS["kept"]:  # a word of ours, come back
        pick = "kept"
    return {
        "pick": now.pick or pick,
        "rating": now.rating or thought.rating,
        "note": now.note or plain_text(thought.description)[:NOTES_LETTERS],
        "tags": _tags([*now.tags, *thought.tags]),
    }


def _tags(tags: Sequence[str]) -> list[str]:
    lines = (" ".join(plain_text(tag).split())[:TAG_LETTERS] for tag in tags)
    return [tag for tag in dict.fromkeys(lines) if tag][:MOST_TAGS]
