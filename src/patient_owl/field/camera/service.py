"""Driving the camera on the tripod of a shot, and reading the meter beside it."""

import io
from datetime import datetime
from uuid import UUID, uuid5

from patient_owl.core.exposure.settings import Settings
from patient_owl.field.camera.schemas import CameraFrameOut, CameraOut, CameraSettings, MeterOut
from patient_owl.journal.photos.service import add_photo
from patient_owl.journal.takes.service import give_photo
from patient_owl.planning.shots.planner import Planner, as_request
from patient_owl.planning.shots.service import get_shot
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.storage.device_memory import DeviceMemory
from patient_owl.platform.storage.owned import ANY_VERSION
from patient_owl.platform.tables.photos import Photo
from patient_owl.platform.tables.shots import Shot
from patient_owl.ports.camera import Aim, Camera, CameraFrame


def aim_of(visit: Visit, shot: Shot) -> Aim:
    """What the camera on the tripod of a shot looks at."""
    planner = Planner(visit)
    night = planner.night(shot.night_id)
    request = as_request(shot)
    return Aim(
        shot.id,
        shot.body_id,
        planner.plan_of(shot, night),
        planner.context(night),
        request.stand_in.to_domain() if request.stand_in else None,
    )


def _aim(visit: Visit, shot_id: UUID) -> Aim:
    return aim_of(visit, get_shot(visit.session, visit.user.id, shot_id))


def camera_of(visit: Visit, shot_id: UUID) -> Camera:
    """The camera on the tripod of a shot."""
    memory = DeviceMemory(visit.session, shot_id)
    return visit.devices.cameras.camera(_aim(visit, shot_id), memory)


def meter_out(visit: Visit, shot_id: UUID) -> MeterOut:
    meter = visit.devices.cameras.meter(_aim(visit, shot_id))
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


def attach(visit: Visit, shot_id: UUID, frame_id: str, take_id: UUID) -> Photo:
    """A frame of the camera as the picture of a take; once, however often it is asked for."""
    photo_id = uuid5(shot_id, frame_id)
    photo = visit.session.get(Photo, photo_id)
    if photo is None:
        content = io.BytesIO(camera_of(visit, shot_id).picture(frame_id))
        name = f"simulated-{frame_id[:8]}.jpg"
        photo = add_photo(
            visit.session, visit.user, shot_id, name, content, keep=False, photo_id=photo_id
        )
    photo.deleted_at_utc = None
    return give_photo(Planner(visit), photo.id, ANY_VERSION, take_id)


def camera_out(camera: Camera, now_utc: datetime) -> CameraOut:
    status = camera.status(now_utc)
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


def frame_out(frame: CameraFrame) -> CameraFrameOut:
    s = frame.settings
    return CameraFrameOut(
        id=frame.id,
        began_at_utc=frame.began_at,
        exposure_s=s.exposure_s,
        f_number=s.f_number,
        iso=s.iso,
    )
