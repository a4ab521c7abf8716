"""Pictures going out: sidecars for the originals, copies that say what they are."""

import io
import zipfile
from datetime import datetime
from pathlib import PurePath

from patient_owl.formats.photo_files.jpeg_copy import Marks, marked_jpeg
from patient_owl.formats.xmp import Sidecar, sidecar_xmp
from patient_owl.journal.photos.service import pixels_one_to_one
from patient_owl.library.places.zones import zone
from patient_owl.planning.shots.planner import Planner
from patient_owl.planning.shots.service import get_shot, shots_of
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.storage.owned import owned_rows
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.photos import Photo
from patient_owl.platform.tables.places import Place
from patient_owl.platform.tables.shots import Shot
from patient_owl.words.logbook import LABELS
from patient_owl.words.plan import sentence_rest, settings_text


def sidecars(planner: Planner, night: Night) -> bytes:
    """XMP files named as the originals are, in a zip."""
    visit = planner.visit
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        names: set[str] = set()
        for shot in shots_of(visit.session, visit.user, night):
            plan = _plan_of(planner, shot)
            photos = owned_rows(visit.session, Photo, visit.user.id, Photo.shot_id == shot.id)
            for photo in photos:
                name = _another(f"{PurePath(photo.file_name).stem}.xmp", names)
                archive.writestr(name, sidecar_xmp(_sidecar(night, shot, photo, plan)))
    return out.getvalue()


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


def marked_copy(visit: Visit, photo: Photo, *, with_position: bool) -> bytes:
    """What was kept of a picture, its head saying when, how and, if asked, where."""
    content = pixels_one_to_one(visit.session, visit.user, photo.id)
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
    return marked_jpeg(content, marks)
