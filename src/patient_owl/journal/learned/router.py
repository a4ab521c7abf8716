"""What was present. Forgetting a finding is in trash."""

from uuid import UUID

from patient_owl.journal.learned import present
from patient_owl.library.lessons.schemas import (
    CalibrationOut,
    FindingOut,
    FindingSwitchIn,
    LearnedOut,
    LessonOut,
    SwitchIn,
)
from patient_owl.library.lessons.service import forget_words, switch_lesson
from patient_owl.library.places.service import get_place
from patient_owl.planning.nights.service import get_night
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.pools import LONG, worked_in
from patient_owl.platform.http.request import new_router
from patient_owl.platform.storage.owned import owned
from patient_owl.platform.tables.lessons import FindingRow

router = new_router(tags=["learned"])


@router.get("/learned")
@worked_in(LONG)
def get_learned(visit: CurrentVisit) -> LearnedOut:
    """What settled shots taught, in sentences, each with the nights behind it."""
    return present.learned_out(visit.session, visit.user)


@router.get("/places/{place_id}/learned")
def get_learned_at(place_id: UUID, visit: CurrentVisit) -> list[LessonOut]:
    """What was learned of the lights of a place."""
    place = get_place(visit.session, visit.user.id, place_id)
    return present.learned_at(visit.session, visit.user, place.id)


@router.put("/learned/lesson", status_code=204)
def put_lesson(body: SwitchIn, visit: CurrentVisit) -> None:
    """Switch a lesson off, or on again; its findings stay."""
    switch_lesson(visit.session, visit.user.id, body.effect, body.level, is_on=body.is_on)


@router.put("/findings/{finding_id}")
def put_finding(finding_id: UUID, body: FindingSwitchIn, visit: CurrentVisit) -> FindingOut:
    """Whether one finding counts."""
    row = owned(visit.session, FindingRow, visit.user.id, finding_id)
    row.is_on = body.is_on
    visit.session.flush()
    night = get_night(visit.session, visit.user.id, row.night_id)
    return present.finding_out(row, night)


@router.delete("/learned/words", status_code=204)
def delete_words(visit: CurrentVisit) -> None:
    """Begin anew with how sharply words are meant."""
    forget_words(visit.session, visit.user)


@router.get("/learned/calibration")
@worked_in(LONG)
def get_calibration(visit: CurrentVisit) -> CalibrationOut:
    """Predicted against found, and how often the ± held, by source of light and by place."""
    return present.calibration_out(visit.session, visit.user)
