"""What was kept begins another night; what was not finished is carried over."""

from uuid import UUID

from fastapi import Response

from patient_owl.journal.carry_over import service
from patient_owl.journal.carry_over.schemas import AgainIn, CarryIn, NightAgainIn, YearOnOut
from patient_owl.planning.nights.schemas import NightOut
from patient_owl.planning.nights.service import get_night, out
from patient_owl.planning.shots.schemas import ShotOut
from patient_owl.planning.shots.service import copy_shot
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.request import new_router, tag

router = new_router(tags=["logbook"])


@router.post("/takes/{take_id}/again", status_code=201)
def take_again(take_id: UUID, body: AgainIn, visit: CurrentVisit, response: Response) -> ShotOut:
    """A kept picture as the starting point of another: framing, spot, lights and look; its time
    follows the light of that night."""
    again = service.take_again(visit, take_id, body)
    tag(response, again)
    return ShotOut.model_validate(again)


@router.get("/nights/{night_id}/year-on")
def get_year_on(night_id: UUID, visit: CurrentVisit) -> YearOnOut:
    """The evening a year on that is like this one, by the events of the night and its place."""
    night = get_night(visit.session, visit.user.id, night_id)
    return YearOnOut(evening_date=service.year_on(night))


@router.post("/nights/{night_id}/again", status_code=201)
def night_again(
    night_id: UUID, body: NightAgainIn, visit: CurrentVisit, response: Response
) -> NightOut:
    """The night once more, each shot at what it hangs on."""
    again, begins = service.night_again(visit, night_id, body)
    tag(response, again)
    return out(again, begins)


@router.post("/nights/carried", status_code=201)
def carry_unfinished(body: CarryIn, visit: CurrentVisit) -> list[ShotOut]:
    """Unfinished shots taken along into another night, to what they hang on there; what was tried
    stays."""
    copies = (copy_shot(visit, shot_id, body.night_id) for shot_id in body.shot_ids)
    return [ShotOut.model_validate(copy) for copy in copies]
