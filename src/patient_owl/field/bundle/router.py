"""The bundle a night is taken along in."""

from uuid import UUID

from fastapi import Response

from patient_owl.core.program.calls import calls_of
from patient_owl.core.shot import follow
from patient_owl.field.bundle import card, service
from patient_owl.field.bundle.schemas import FieldNightOut, FieldShotOut
from patient_owl.formats.cue_track import write_cue_track
from patient_owl.journal.takes.record import record_of
from patient_owl.planning.nights.service import get_night
from patient_owl.planning.shots.planner import Planner
from patient_owl.planning.shots.service import get_shot
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.download import saved_as
from patient_owl.platform.http.media import Pdf, Wav
from patient_owl.platform.http.pools import LONG, worked_in
from patient_owl.platform.http.request import new_router

router = new_router(tags=["field"])


@router.get("/nights/{night_id}/field")
@worked_in(LONG)
def get_field_night(night_id: UUID, visit: CurrentVisit) -> FieldNightOut:
    """Every shot of the night with its steps, settings and the answers to what may be seen."""
    return service.bundle(visit, get_night(visit.session, visit.user.id, night_id))


@router.get("/shots/{shot_id}/field")
def get_field_shot(shot_id: UUID, visit: CurrentVisit) -> FieldShotOut:
    """One shot of the bundle anew, after a take."""
    planner = Planner(visit)
    shot = get_shot(visit.session, visit.user.id, shot_id)
    record = record_of(visit.session, visit.user, shot)
    return service.shot_out(planner, planner.night(shot.night_id), shot, record)


def _pdf(content: bytes, name: str) -> Response:
    headers = saved_as(f"{name}.pdf", "inline")
    return Pdf(content, headers=headers)


@router.get("/shots/{shot_id}/cues.wav", response_class=Wav)
@worked_in(LONG)
def get_cue_track(shot_id: UUID, visit: CurrentVisit) -> Response:
    """The shot's course as sound: delay, opening, cues and countdown, with a beat beneath."""
    shot = get_shot(visit.session, visit.user.id, shot_id)
    planned = Planner(visit).plan_of(shot)
    track = write_cue_track(calls_of(follow.course(planned)), follow.course(planned).duration_s)
    return Wav(track, headers=saved_as(f"{shot.title}.wav"))


@router.get("/nights/{night_id}/card.pdf", response_class=Pdf)
@worked_in(LONG)
def get_night_card(night_id: UUID, visit: CurrentVisit) -> Response:
    """The night on one page for the pocket."""
    night = get_night(visit.session, visit.user.id, night_id)
    return _pdf(card.night_card(visit, night), f"{night.called} {night.evening_date}")


@router.get("/shots/{shot_id}/card.pdf", response_class=Pdf)
@worked_in(LONG)
def get_shot_card(shot_id: UUID, visit: CurrentVisit) -> Response:
    """One shot on one page for the pocket."""
    shot = get_shot(visit.session, visit.user.id, shot_id)
    return _pdf(card.shot_card(visit, shot), shot.title)
