"""Practice nights: the scenes, and one's own attempts at them."""

from typing import Annotated
from uuid import UUID

from fastapi import Path, Response

from patient_owl.field.practice import service
from patient_owl.field.practice.schemas import (
    MOST_FRAMES,
    AttemptOut,
    BeginIn,
    FinishIn,
    FrameIn,
    PracticeSceneOut,
    WordIn,
)
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.media import Jpeg
from patient_owl.platform.http.pools import COMPUTING, worked_in
from patient_owl.platform.http.request import new_router

router = new_router(prefix="/practice", tags=["practice"])


@router.get("/scenes")
def list_practice_scenes(visit: CurrentVisit) -> list[PracticeSceneOut]:
    """The scenes there are, with what came of one's best attempt at each."""
    return service.scenes_out(visit)


@router.post("/attempts", status_code=201)
@worked_in(COMPUTING)
def begin_practice(body: BeginIn, visit: CurrentVisit) -> AttemptOut:
    """Begin a scene; its light is drawn now and told at the end."""
    return service.attempt_out(visit, service.begin(visit, body.scenario))


@router.get("/attempts/{attempt_id}")
@worked_in(COMPUTING)
def get_practice(attempt_id: UUID, visit: CurrentVisit) -> AttemptOut:
    """An attempt as it stands."""
    return service.attempt_out(visit, service.get_attempt(visit, attempt_id))


@router.post("/attempts/{attempt_id}/frames", status_code=201, responses={409: {}})
@worked_in(COMPUTING)
def open_in_practice(attempt_id: UUID, body: FrameIn, visit: CurrentVisit) -> AttemptOut:
    """Take a frame."""
    row = service.get_attempt(visit, attempt_id)
    return service.attempt_out(visit, service.open_shutter(visit, row, body))


@router.post("/attempts/{attempt_id}/words", responses={409: {}})
@worked_in(COMPUTING)
def say_in_practice(attempt_id: UUID, body: WordIn, visit: CurrentVisit) -> AttemptOut:
    """Say what a frame is."""
    row = service.get_attempt(visit, attempt_id)
    return service.attempt_out(visit, service.say(visit, row, body))


@router.post("/attempts/{attempt_id}/end")
@worked_in(COMPUTING)
def end_practice(attempt_id: UUID, body: FinishIn, visit: CurrentVisit) -> AttemptOut:
    """End it with the frame that is the picture, and be told what each choice cost."""
    row = service.get_attempt(visit, attempt_id)
    return service.attempt_out(visit, service.finish(visit, row, body))


@router.get("/attempts/{attempt_id}/frames/{number}.jpg", response_class=Jpeg)
@worked_in(COMPUTING)
def get_practice_frame(
    attempt_id: UUID,
    number: Annotated[int, Path(ge=0, lt=MOST_FRAMES)],
    visit: CurrentVisit,
) -> Response:
    """What the back of the camera shows."""
    row = service.get_attempt(visit, attempt_id)
    kept = {"Cache-Control": "private, max-age=86400, immutable"}
    return Jpeg(service.frame_jpeg(visit, row, number), headers=kept)
