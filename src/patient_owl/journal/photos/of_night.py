"""Which pictures are of a night."""

from collections.abc import Sequence

from sqlalchemy import or_, select

from patient_owl.core.sky import ephemeris
from patient_owl.planning.nights.service import evening_of
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.storage.owned import owned_rows
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.photos import Intake, Photo
from patient_owl.platform.tables.shots import Shot


def photos_of_night(visit: Visit, night: Night, shots: Sequence[Shot]) -> list[Photo]:
    """Those of its shots; and those that are not placed, of its own cards or, of a card that was
    brought in for no night, taken while it lasted."""
    from_utc, until_utc = (ephemeris.moment_utc(s) for s in evening_of(night).bounds_s)
    its_own, of_none = (
        select(Intake.id).where(Intake.night_id == night_id, Intake.deleted_at_utc.is_(None))
        for night_id in (night.id, None)
    )
    taken_then = Photo.taken_at_utc.between(from_utc, until_utc)
    not_placed = Photo.intake_id.in_(its_own) | (Photo.intake_id.in_(of_none) & taken_then)
    of_night = or_(
        Photo.shot_id.in_([shot.id for shot in shots]),
        Photo.shot_id.is_(None) & not_placed,
    )
    return owned_rows(visit.session, Photo, visit.user.id, of_night)
