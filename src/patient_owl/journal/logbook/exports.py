"""Taking things out: sidecars for the originals, copies that say what they are, takes as tables."""

import io
import json
import zipfile
from collections import defaultdict
from collections.abc import Iterator, Sequence
from datetime import datetime
from pathlib import PurePath
from typing import Annotated, Any
from uuid import UUID

from fastapi import Query, Response
from fastapi.responses import StreamingResponse
from sqlalchemy import select
from sqlalchemy.orm import Session

from patient_owl.formats.photo_files.jpeg_copy import Marks, marked_jpeg
from patient_owl.formats.takes_csv import COLUMNS, takes_csv
from patient_owl.formats.xmp import Sidecar, sidecar_xmp
from patient_owl.journal.logbook.take_query import TakeQuery, conditions, joined
from patient_owl.journal.photos.service import get_photo, pixels_one_to_one
from patient_owl.library.places.zones import zone
from patient_owl.planning.shots.planner import Planner
from patient_owl.planning.shots.service import get_shot, shots_of
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.download import saved_as
from patient_owl.platform.http.media import CsvFile, Jpeg, JsonFile, Zip
from patient_owl.platform.http.pools import LONG, PICTURES, worked_in
from patient_owl.platform.http.request import new_router
from patient_owl.platform.storage.owned import owned_rows
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.photos import Photo
from patient_owl.platform.tables.places import Place
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take
from patient_owl.words.logbook import LABELS
from patient_owl.words.plan import sentence_rest, settings_text

router = new_router(tags=["out"])


@router.get("/nights/{night_id}/sidecars.zip", response_class=Zip)
@worked_in(LONG)
def get_sidecars(night_id: UUID, visit: CurrentVisit) -> Response:
    """XMP files named as the originals are, to be put beside them."""
    planner = Planner(visit)
    night = planner.night(night_id)
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        names: set[str] = set()
        for shot in shots_of(visit.session, visit.user, night):
            plan = _plan_of(planner, shot)
            photos = owned_rows(visit.session, Photo, visit.user.id, Photo.shot_id == shot.id)
            for photo in photos:
                name = _another(f"{PurePath(photo.file_name).stem}.xmp", names)
                archive.writestr(name, sidecar_xmp(_sidecar(night, shot, photo, plan)))
    return Zip(out.getvalue(), headers=saved_as(f"{night.evening_date} sidecars.zip"))


def _another(name: str, taken: set[str]) -> str:
    """A name nobody has yet: cards number their files anew now and then."""
    stem, number = PurePath(name).stem, 2
    while name.casefold() in taken:
        name = f"{stem} ({number}).xmp"
        number += 1
    taken.add(name.casefold())
    return name


def _plan_of(planner: Planner, shot: Shot) -> str:
    planned, _ = planner.plan_or_trouble(shot)
    if planned is None:
        return ""
    rest = sentence_rest(planned.plan.lead, planned.plan.reasons)
    return f"{settings_text(planned.positions)} {rest}"


def _sidecar(night: Night, shot: Shot, photo: Photo, plan: str) -> Sidecar:
    place = night.place
    return Sidecar(
        title=shot.title,
        description=photo.note or shot.notes,
        tags=photo.tags,
        rating=photo.rating,
        label=LABELS[photo.pick],
        is_rejected=photo.pick == "rejected",
        place=place.name,
        latitude_deg=place.latitude_deg,
        longitude_deg=place.longitude_deg,
        taken_at=_local(photo, place),
        exposure_s=photo.exposure_s,
        f_number=photo.f_number,
        iso=photo.iso,
        plan=plan,
    )


def _local(photo: Photo, place: Place) -> datetime | None:
    if photo.taken_at_utc is None:
        return None
    return photo.taken_at_utc.astimezone(zone(place.time_zone)).replace(microsecond=0)


@router.get("/photos/{photo_id}/copy.jpg", response_class=Jpeg)
@worked_in(PICTURES)
def get_copy(
    photo_id: UUID,
    visit: CurrentVisit,
    with_position: Annotated[bool, Query(description="where it was taken, too")] = False,
) -> Response:
    """A copy of what was kept of a picture, its head saying when, how and, if asked, where."""
    photo = get_photo(visit.session, visit.user, photo_id)
    content = pixels_one_to_one(visit.session, visit.user, photo_id)
    night = shot = None
    if photo.shot_id is not None:
        shot = get_shot(visit.session, visit.user.id, photo.shot_id)
        night = Planner(visit).night(shot.night_id)
    place = night.place if night else None
    marks = Marks(
        description=" ".join(part for part in (shot.title if shot else "", photo.note) if part),
        rating=photo.rating,
        taken_at=_local(photo, place) if place else None,
        exposure_s=photo.exposure_s,
        f_number=photo.f_number,
        iso=photo.iso,
        position_deg=(place.latitude_deg, place.longitude_deg) if with_position and place else None,
    )
    name = f"{PurePath(photo.file_name).stem}.jpg"
    return Jpeg(marked_jpeg(content, marks), headers=saved_as(name))


@router.get("/logbook/takes.csv", response_class=CsvFile)
@worked_in(LONG)
def get_takes_csv(visit: CurrentVisit) -> StreamingResponse:
    """All takes, a line each."""
    rows = list(_rows(visit.session, visit.user))
    return CsvFile(takes_csv(rows), headers=saved_as("takes.csv"))


@router.get("/logbook/takes.json", response_class=JsonFile)
@worked_in(LONG)
def get_takes_json(visit: CurrentVisit) -> JsonFile:
    """All takes, with the same names as in the table."""
    rows = [{name: row[name] for name in COLUMNS} for row in _rows(visit.session, visit.user)]
    content = json.dumps(rows, ensure_ascii=False, indent=1).encode()
    return JsonFile(content, headers=saved_as("takes.json"))


def _rows(session: Session, user: User) -> Iterator[dict[str, Any]]:
    """The earliest first."""
    query = (
        joined(Take, Shot.title, Shot.discipline, Night, Place.name, Place.time_zone)
        .where(*conditions(user, TakeQuery()))
        .order_by(Take.started_at_utc, Take.id)
    )
    photos = _photos_by_take(session, user)
    for take, title, discipline, night, place_name, time_zone in session.execute(query):
        mine = photos.get(take.id, [])
        yield {
            "take_id": str(take.id),
            "started_at": take.started_at_utc.astimezone(zone(time_zone)).isoformat(),
            "place": place_name,
            "night": night.title or place_name,
            "evening_date": night.evening_date.isoformat(),
            "shot": title,
            "discipline": discipline,
            "exposure_s": take.exposure_s,
            "f_number": take.f_number,
            "iso": take.iso,
            "nd_stops": take.nd_stops,
            "frames": take.frames,
            "verdicts": "; ".join(f"{key}: {word}" for key, word in take.verdicts.items()),
            "is_keeper": take.is_keeper,
            "rating": max((photo.rating for photo in mine), default=0),
            "tags": "; ".join(dict.fromkeys(tag for photo in mine for tag in photo.tags)),
            "note": take.note,
            "files": "; ".join(photo.file_name for photo in mine),
        }


def _photos_by_take(session: Session, user: User) -> dict[UUID, Sequence[Any]]:
    found: dict[UUID, list[Any]] = defaultdict(list)
    query = select(Photo.take_id, Photo.file_name, Photo.rating, Photo.tags).where(
        Photo.user_id == user.id, Photo.take_id.is_not(None), Photo.deleted_at_utc.is_(None)
    )
    for row in session.execute(query.order_by(Photo.id)):
        found[row.take_id].append(row)
    return dict(found)
