"""Takes and their chain. Deleting is in trash."""

from uuid import UUID

from fastapi import Response

from patient_owl.journal.takes import present, service
from patient_owl.journal.takes.learning import learn_from
from patient_owl.journal.takes.record import record_of
from patient_owl.journal.takes.schemas import ChainOut, RememberedOut, TakeIn
from patient_owl.library.kit.schemas import KitItemOut
from patient_owl.library.kit.service import out as kit_out
from patient_owl.planning.shots.lights import LightKey
from patient_owl.planning.shots.planner import Planner
from patient_owl.planning.shots.service import get_shot
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.request import IfMatch, new_router, tag, version_of

router = new_router(tags=["takes"])


@router.put("/takes/{take_id}", responses={201: {"model": ChainOut}})
def put_take(
    take_id: UUID,
    body: TakeIn,
    visit: CurrentVisit,
    response: Response,
    if_match: IfMatch = None,
) -> ChainOut:
    """Keep a take under an identity made on the device; sending it twice keeps it once.

    Answers with the shot's chain: what follows from it.
    """
    version = None if if_match is None else version_of(if_match)
    planner = Planner(visit)
    shot = get_shot(visit.session, visit.user.id, body.shot_id)
    planned, _ = planner.plan_or_trouble(shot)
    take, is_new = service.put_take(visit, take_id, body, version, planned)
    record = record_of(visit.session, visit.user, shot)
    learn_from(planner, shot, record)
    response.status_code = 201 if is_new else 200
    tag(response, take)
    return present.chain_out(planner, shot, record)


@router.post("/shots/{shot_id}/found", status_code=201)
def remember_found(shot_id: UUID, visit: CurrentVisit) -> RememberedOut:
    """Reckon with what the takes found of the light, however far from its prediction."""
    planner = Planner(visit)
    shot = get_shot(visit.session, visit.user.id, shot_id)
    return present.remembered_out(service.remember_found(planner, shot))


@router.post("/shots/{shot_id}/lights/{key}/measured")
def keep_measured(shot_id: UUID, key: LightKey, visit: CurrentVisit) -> KitItemOut:
    """Correct the figure of a light in the kit by what the shot's takes found of it."""
    planner = Planner(visit)
    shot = get_shot(visit.session, visit.user.id, shot_id)
    return kit_out(visit.session, visit.user, service.keep_measured(planner, shot, key))


@router.get("/shots/{shot_id}/chain")
def get_chain(shot_id: UUID, visit: CurrentVisit) -> ChainOut:
    """The shot's takes in order, and the next setting with its reasons."""
    shot = get_shot(visit.session, visit.user.id, shot_id)
    return present.chain_out(Planner(visit), shot)
