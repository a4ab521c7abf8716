"""The pictures of a night laid out together: by shot, by time, those of one set side by side."""

from patient_owl.journal.photos.compare import compared
from patient_owl.journal.photos.of_night import photos_of_night
from patient_owl.journal.photos.service import out as photo_out
from patient_owl.journal.takes.schemas import NightPicturesOut, SheetShotOut
from patient_owl.library.places.zones import zone
from patient_owl.planning.shots.service import shots_of
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.photos import Photo


def sheet_out(visit: Visit, night: Night) -> NightPicturesOut:
    """All pictures of a night, for looking through and picking."""
    shots = shots_of(visit.session, visit.user, night)
    photos = photos_of_night(visit, night, shots)
    place_zone = zone(night.place.time_zone)
    texts = compared(visit.session, photos, place_zone)
    shown = [
        photo_out(photo, place_zone, texts.get(photo.id, ""))
        for photo in sorted(photos, key=_in_order)
    ]
    return NightPicturesOut(
        night_id=night.id,
        title=night.called,
        shots=[SheetShotOut(id=shot.id, title=shot.title) for shot in shots],
        photos=shown,
    )


def _in_order(photo: Photo) -> tuple[str, str]:
    moment = photo.taken_at_utc or photo.created_at_utc
    return moment.isoformat(), photo.file_name
