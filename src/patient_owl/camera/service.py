"""Driving the camera of a shot. A camera is a device with a memory of its own: one a shot."""

from collections import OrderedDict
from threading import Lock
from uuid import UUID

from sqlalchemy.orm import Session

from patient_owl.accounts.models import User
from patient_owl.adapters.camera import Camera, Frame, LightMeter
from patient_owl.adapters.simulated.camera import (
    Latent,
    SimulatedCamera,
    SimulatedLightMeter,
    latent,
)
from patient_owl.camera.schemas import CameraFrameOut, CameraOut, CameraSettings, MeterOut
from patient_owl.core.exposure.settings import Settings
from patient_owl.pictures.models import Photo
from patient_owl.pictures.service import add_photo
from patient_owl.shots.models import Shot
from patient_owl.shots.service import get_shot, plan_of
from patient_owl.storage.base import now_utc
from patient_owl.takes.service import give_photo

MOST_CAMERAS = 64  # simulated devices held at once; the longest unused is switched off
_cameras: OrderedDict[UUID, Camera] = OrderedDict()
_lock = Lock()


def camera_of(session: Session, user: User, shot_id: UUID) -> Camera:
    """The camera on the tripod of a shot, switched on when first asked for."""
    shot = get_shot(session, user.id, shot_id)
    with _lock:
        if shot.id not in _cameras:
            planned = plan_of(session, user, shot)
            body = planned.kit.body
            scene = _scene(session, user, shot)
            _cameras[shot.id] = SimulatedCamera(scene, body.noise, body.sensor.pixel_pitch_um)
        _cameras.move_to_end(shot.id)
        while len(_cameras) > MOST_CAMERAS:
            _cameras.popitem(last=False)
        return _cameras[shot.id]


def _scene(session: Session, user: User, shot: Shot) -> Latent:
    scene = plan_of(session, user, shot).scene
    return latent(
        shot.id,
        (scene.sky_ev100, scene.sky_sigma_stops),
        (scene.ground_ev100, scene.ground_sigma_stops),
    )


def meter_out(session: Session, user: User, shot_id: UUID) -> MeterOut:
    meter: LightMeter = SimulatedLightMeter(
        _scene(session, user, get_shot(session, user.id, shot_id))
    )
    ev100 = meter.read_ev100()
    text = (
        f"The simulated meter reads nothing: it is darker than EV {meter.lowest_ev100:g}."
        if ev100 is None
        else f"The simulated meter reads EV {ev100:.1f}."
    )
    return MeterOut(ev100=ev100, is_simulated=True, text=text.replace("-", "−"))


def set_camera(camera: Camera, wanted: CameraSettings) -> None:
    settings = Settings(wanted.exposure_s, wanted.f_number, wanted.iso, wanted.nd_stops)
    camera.set(settings, wanted.self_timer_s)


def attach(session: Session, user: User, shot_id: UUID, frame_id: str, take_id: UUID) -> Photo:
    """A frame of the camera as the picture of a take."""
    content = camera_of(session, user, shot_id).picture(frame_id)
    name = f"simulated-{frame_id[:8]}.jpg"
    photo = add_photo(session, user, shot_id, name, content, keep=False)
    return give_photo(session, user, photo.id, take_id)


def camera_out(camera: Camera) -> CameraOut:
    status = camera.status(now_utc())
    s = status.settings
    return CameraOut(
        name=status.name,
        is_simulated=status.is_simulated,
        settings=CameraSettings(
            exposure_s=s.exposure_s,
            f_number=s.f_number,
            iso=s.iso,
            nd_stops=s.nd_stops,
            self_timer_s=status.self_timer_s,
        ),
        open_since_utc=status.open_since,
        battery_share=status.battery_share,
        card_free_frames=status.card_free_frames,
        frames=[frame_out(frame) for frame in status.frames],
    )


def frame_out(frame: Frame) -> CameraFrameOut:
    s = frame.settings
    return CameraFrameOut(
        id=frame.id,
        began_at_utc=frame.began_at,
        exposure_s=s.exposure_s,
        f_number=s.f_number,
        iso=s.iso,
    )
