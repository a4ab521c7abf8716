"""The camera of a shot: its state, settings, shutter and pictures. docs/camera.md."""

from uuid import UUID

from fastapi import Response

from patient_owl.field.camera import service
from patient_owl.field.camera.schemas import (
    AttachIn,
    CameraFrameOut,
    CameraOut,
    CameraSettings,
    MeterOut,
)
from patient_owl.journal.photos.schemas import PhotoOut
from patient_owl.journal.takes.service import photo_out
from patient_owl.planning.shots.planner import Planner
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.media import Jpeg
from patient_owl.platform.http.pools import PICTURES, worked_in
from patient_owl.platform.http.request import new_router
from patient_owl.ports.fields import Key

router = new_router(prefix="/shots/{shot_id}", tags=["camera"])


@router.get("/camera")
def get_camera(shot_id: UUID, visit: CurrentVisit) -> CameraOut:
    """Settings, shutter, battery, card."""
    return service.camera_out(service.camera_of(visit, shot_id), visit.now_utc)


@router.put("/camera/settings")
def set_camera(shot_id: UUID, body: CameraSettings, visit: CurrentVisit) -> CameraOut:
    """Set it; refused while the shutter is open."""
    camera = service.camera_of(visit, shot_id)
    service.set_camera(camera, body)
    return service.camera_out(camera, visit.now_utc)


@router.post("/camera/open")
def open_shutter(shot_id: UUID, visit: CurrentVisit) -> CameraOut:
    """Open on bulb."""
    camera = service.camera_of(visit, shot_id)
    camera.open(visit.now_utc)
    return service.camera_out(camera, visit.now_utc)


@router.post("/camera/close")
def close_shutter(shot_id: UUID, visit: CurrentVisit) -> CameraFrameOut:
    """Close, and have the frame with its true length."""
    return service.frame_out(service.camera_of(visit, shot_id).close(visit.now_utc))


@router.post("/camera/take")
def take_frame(shot_id: UUID, visit: CurrentVisit) -> CameraFrameOut:
    """One exposure timed by the camera, self-timer first."""
    return service.frame_out(service.camera_of(visit, shot_id).take(visit.now_utc))


@router.get("/camera/frames/{frame_id}.jpg", response_class=Jpeg)
@worked_in(PICTURES)
def get_frame(shot_id: UUID, frame_id: Key, visit: CurrentVisit) -> Response:
    """A picture off the card, EXIF included."""
    content = service.camera_of(visit, shot_id).picture(frame_id)
    return Jpeg(content)


@router.put("/camera/frames/{frame_id}/take")
@worked_in(PICTURES)
def attach_frame(shot_id: UUID, frame_id: Key, body: AttachIn, visit: CurrentVisit) -> PhotoOut:
    """Keep a frame as the picture of a take."""
    photo = service.attach(visit, shot_id, frame_id, body.take_id)
    return photo_out(Planner(visit), photo)


@router.get("/meter")
def read_meter(shot_id: UUID, visit: CurrentVisit) -> MeterOut:
    """An incident reading at the subject; meters end long before the dark does."""
    return service.meter_out(visit, shot_id)
