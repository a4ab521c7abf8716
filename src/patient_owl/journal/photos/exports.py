"""Pictures going out: sidecars for the originals, copies that say what they are."""

import io
import zipfile
from collections.abc import Sequence
from datetime import datetime
from itertools import count
from pathlib import PurePath

from patient_owl.core.exposure.dials import Control, printed
from patient_owl.formats.photo_files.jpeg_copy import Marks, marked_jpeg
from patient_owl.formats.xmp import Sidecar, sidecar_xmp
from patient_owl.journal.photos.of_night import photos_of_night
from patient_owl.journal.photos.service import pixels_one_to_one
from patient_owl.library.places.zones import zone
from patient_owl.planning.shots.planner import Planner
from patient_owl.planning.shots.service import get_shot, shots_of
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.storage.owned import owned_rows
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.photos import Intake, Photo
from patient_owl.platform.tables.places import Place
from patient_owl.platform.tables.shots import Shot
from patient_owl.words.cards import LOOSE, folder_name
from patient_owl.words.logbook import LABELS
from patient_owl.words.plan import sentence_rest, settings_text


def sidecars(planner: Planner, night: Night) -> bytes:
    """XMP files named as the originals are, in a zip; where two of them have one name, in a folder
    for each card."""
    visit = planner.visit
    shots = {shot.id: shot for shot in shots_of(visit.session, visit.user, night)}
    plans = {shot_id: _plan_of(planner, shot) for shot_id, shot in shots.items()}
    photos = photos_of_night(visit, night, list(shots.values()))
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, photo in zip(_names(visit, photos), photos, strict=True):
            shot = shots.get(photo.shot_id) if photo.shot_id else None
            plan = plans[shot.id] if shot else ""
            archive.writestr(name, sidecar_xmp(_sidecar(night, shot, photo, plan)))
    return out.getvalue()


def _names(visit: Visit, photos: Sequence[Photo]) -> list[str]:
    """A sidecar belongs to a picture by its name alone, so that is never another. Cards number
    their files anew now and then: the next of the same card goes to a folder of its own again."""
    names = [f"{PurePath(photo.file_name).stem}.xmp" for photo in photos]
    if len({name.casefold() for name in names}) == len(names):
        return names
    cards = owned_rows(visit.session, Intake, visit.user.id)
    labels = {card.id: folder_name(card.label) for card in cards}
    taken: set[str] = set()
    paths = []
    for name, photo in zip(names, photos, strict=True):
        label = labels.get(photo.intake_id, LOOSE) if photo.intake_id else LOOSE
        folders = (label if n == 1 else f"{label} ({n})" for n in count(1))
        path = next(p for f in folders if (p := f"{f}/{name}").casefold() not in taken)
        taken.add(path.casefold())
        paths.append(path)
    return paths


def _plan_of(planner: Planner, shot: Shot) -> str:
    planned, _ = planner.plan_or_trouble(shot)
    if planned is None:
        return ""
    rest = sentence_rest(planned.plan.lead, planned.plan.reasons)
    return f"{settings_text(planned.positions)} {rest}"


def _sidecar(night: Night, shot: Shot | None, photo: Photo, plan: str) -> Sidecar:
    place = night.place
    return Sidecar(
        title=shot.title if shot else "",
        description=photo.note or (shot.notes if shot else ""),
        tags=photo.tags,
        rating=photo.rating,
        label=LABELS[photo.pick],
        is_rejected=photo.pick == "rejected",
        place=place.name,
        latitude_deg=place.latitude_deg,
        longitude_deg=place.longitude_deg,
        taken_at=_local(photo, place),
        **_as_written(photo),
        plan=plan,
    )


def _as_written(photo: Photo) -> dict[str, float | None]:
    """Its settings as a camera writes them: 2000, not 2016."""
    controls: tuple[Control, ...] = ("exposure_s", "f_number", "iso")
    values = {control: getattr(photo, control) for control in controls}
    return {control: value and printed(control, value) for control, value in values.items()}


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
        **_as_written(photo),
        position_deg=(place.latitude_deg, place.longitude_deg) if with_position and place else None,
    )
    return marked_jpeg(content, marks)
