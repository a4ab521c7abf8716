"""The computed picture: asked for with every change of a shot, and for kept shots as a file."""

from typing import Annotated
from uuid import UUID

from fastapi import Query, Response

from patient_owl.planning.computed import service
from patient_owl.planning.computed.schemas import (
    OtherSettingOut,
    PictureAsked,
    PictureOut,
    SpotAsked,
    SpotOut,
)
from patient_owl.planning.shots.service import get_shot
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.media import Jpeg
from patient_owl.platform.http.newest import CurrentCheck, newest_wins
from patient_owl.platform.http.pools import COMPUTING, only_reads, worked_in
from patient_owl.platform.http.request import new_router

KEPT_S = 300  # a list that is looked at again draws nothing anew; its address names the version
router = new_router(tags=["computed pictures"])


@router.post("/computed/picture", responses={409: {}})
@only_reads
@newest_wins
@worked_in(COMPUTING)
def compute_picture(body: PictureAsked, visit: CurrentVisit, check: CurrentCheck) -> PictureOut:
    """The frame to be expected; given up where the same page asks for a newer one."""
    return service.picture_out(visit, body, check)


@router.post("/computed/spot")
@only_reads
def read_spot(body: SpotAsked, visit: CurrentVisit) -> SpotOut:
    """What a spot of it is, how bright and how clean."""
    return service.spot_out(visit, body)


@router.post("/computed/others")
@only_reads
def list_others(body: PictureAsked, visit: CurrentVisit) -> list[OtherSettingOut]:
    """Other settings worth seeing beside the planned one."""
    return service.others_out(visit, body)


@router.get("/shots/{shot_id}/computed.jpg", response_class=Jpeg)
@worked_in(COMPUTING)
def get_computed(
    shot_id: UUID,
    visit: CurrentVisit,
    width_px: Annotated[int, Query(ge=16, le=800)] = 240,
) -> Response:
    """The picture of a kept shot as it is planned, small."""
    shot = get_shot(visit.session, visit.user.id, shot_id)
    kept = {"Cache-Control": f"private, max-age={KEPT_S}"}
    return Jpeg(service.small_jpeg(visit, shot, width_px), headers=kept)
