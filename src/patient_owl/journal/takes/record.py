"""What was recorded of a shot: its takes and its pictures, and what they tell."""

from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from uuid import UUID

from sqlalchemy.orm import Session

from patient_owl.core.advise.belief import JudgedTake
from patient_owl.core.exposure.reciprocity import Film
from patient_owl.core.exposure.settings import Settings, thirds_early
from patient_owl.core.exposure.spot import Spot
from patient_owl.core.plan.planned import LONGEST_CARRY_S, PlannedShot
from patient_owl.core.plan.role import ROLES, is_of_picture
from patient_owl.core.shot import advise
from patient_owl.core.sky import ephemeris
from patient_owl.platform.storage.owned import owned_rows
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.photos import Photo
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take


@dataclass(frozen=True)
class Record:
    """takes: by when they were started. photos: oldest first, given to a take or not."""

    takes: list[Take] = field(default_factory=list)
    photos: list[Photo] = field(default_factory=list)

    def of_moment(self, planned: PlannedShot) -> list[Take]:
        """The takes of the night and hour the shot is planned for now. Those made before it was
        moved to another light are history: nothing of them holds there."""
        return [take for take in self.takes if not is_history(take, planned)]

    def judged(self, planned: PlannedShot) -> list[JudgedTake]:
        """What is known of the picture's own frames from the takes that say anything, oldest
        first, each made at a place of the lights' course. What was changed before another frame was
        so before the next of its own."""
        film, thirds = planned.kit.body.film, planned.thirds
        place: int | None = None
        judged: list[JudgedTake] = []
        changed: frozenset[str] = frozenset()
        for take in self.of_moment(planned):
            changed |= frozenset(take.scene_changed)
            is_silent = not (take.verdicts or take.spots or changed or take.is_keeper)
            if is_silent or not is_of_picture(take.role, planned.lead.key):
                continue
            settings, set_exposure_s = _as_made(settings_of(take, film), take.set_exposure_s)
            started_s = ephemeris.epoch_seconds(take.started_at_utc)
            if place is None or planned.is_meant(started_s):
                place = thirds.place(planned.after_s(started_s), place)
            seen = JudgedTake(
                settings,
                take.verdicts,
                {key: Spot(**spot) for key, spot in take.spots.items()},
                thirds.times_s[place],
                changed,
                take.levers,
                take.is_keeper,
                set_exposure_s,
            )
            judged.append(advise.as_shown(planned, seen))
            changed = frozenset()
        return judged

    def kept_for(self, planned: PlannedShot) -> list[Take]:
        """Of each other part of the picture the latest take that is kept: its setting stands."""
        kept = {take.role: take for take in self.of_moment(planned) if take.is_keeper}
        others = (role for role in ROLES if not is_of_picture(role, planned.lead.key))
        return [kept[role] for role in others if role in kept]


def is_history(take: Take, planned: PlannedShot) -> bool:
    """Whether its shot was planned for another light when it was made."""
    if take.meant_for_utc is None:
        return False
    meant_s = ephemeris.epoch_seconds(take.meant_for_utc)
    return abs(meant_s - planned.at_s) > LONGEST_CARRY_S


def record_of(session: Session, user: User, shot: Shot) -> Record:
    return records_of(session, user, [shot])[shot.id]


def records_of(session: Session, user: User, shots: Iterable[Shot]) -> dict[UUID, Record]:
    """Of each shot, in two questions to the database however many there are."""
    ids = [shot.id for shot in shots]
    records = {shot_id: Record() for shot_id in ids}
    takes = owned_rows(session, Take, user.id, Take.shot_id.in_(ids))
    for take in sorted(takes, key=lambda take: (take.started_at_utc, take.id)):
        records[take.shot_id].takes.append(take)
    for photo in owned_rows(session, Photo, user.id, Photo.shot_id.in_(ids)):
        if photo.shot_id is not None:
            records[photo.shot_id].photos.append(photo)
    return records


def settings_of(take: Take, film: Film | None = None) -> Settings:
    """What was really set. film: in the camera today, for takes that do not say what they lost."""
    lost = take.lost_stops
    if lost is None:
        lost = lost_stops(film, take.exposure_s)
    return Settings(take.exposure_s, take.f_number, take.iso, take.nd_stops, lost)


def _as_made(settings: Settings, set_exposure_s: float | None) -> tuple[Settings, float | None]:
    """What was set and the time it was meant to be open: a frame closed early is known to a third
    of a stop, as it is without signal."""
    early = 0 if set_exposure_s is None else thirds_early(set_exposure_s, settings.exposure_s)
    if set_exposure_s is None or early == 0:
        return settings, None
    return replace(settings, exposure_s=set_exposure_s * 2.0 ** (-early / 3)), set_exposure_s


def lost_stops(film: Film | None, exposure_s: float) -> float:
    """To the reciprocity of a film; none without one."""
    return film.lost_stops(exposure_s) if film else 0.0
