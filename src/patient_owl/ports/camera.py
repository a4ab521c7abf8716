"""The port of a camera and of a light meter, real or simulated.

docs/camera.md tells the protocol in words. A camera keeps its own state: settings, whether its
shutter is open, what is on its card. It never tells how bright the scene is.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Protocol
from uuid import UUID

from patient_owl.core.exposure.settings import Settings
from patient_owl.core.night_context import NightContext
from patient_owl.core.optics.stand_in import StandIn
from patient_owl.core.plan.planned import PlannedShot


@dataclass(frozen=True)
class CameraFrame:
    """One picture on the card. began_at: when it was asked to open, in UTC; what its EXIF says is
    by the camera's own clock, which nobody has set right."""

    id: str
    began_at: datetime
    settings: Settings


@dataclass(frozen=True)
class Status:
    """shares 0 to 1; open_since: None while the shutter is closed."""

    name: str
    is_simulated: bool
    settings: Settings
    self_timer_s: float
    open_since: datetime | None
    battery_share: float
    card_free_frames: int
    frames: Sequence[CameraFrame]


class Camera(Protocol):
    """Every call may raise WrongValue: a setting it does not have, a shutter already open."""

    def status(self, now_utc: datetime) -> Status: ...

    def set(self, settings: Settings, self_timer_s: float) -> None: ...

    def open(self, now_utc: datetime) -> datetime: ...

    def close(self, now_utc: datetime) -> CameraFrame: ...

    def take(self, now_utc: datetime) -> CameraFrame: ...

    def picture(self, frame_id: str) -> bytes: ...


class LightMeter(Protocol):
    """Incident light at the subject; None when it is under the meter's range."""

    lowest_ev100: float

    def read_ev100(self) -> float | None: ...


@dataclass(frozen=True)
class Aim:
    """What a camera on the tripod of a shot looks at, as far as it is predicted.

    body_id: which camera it is. stand_in: for what stands there. A real camera needs none of it; a
    simulated one has to make a scene.
    """

    shot_id: UUID
    body_id: UUID
    planned: PlannedShot
    night: NightContext
    stand_in: StandIn | None = None


class Memory(Protocol):
    """Where a device that is no thing keeps what it remembers, whichever process asks it next."""

    def read(self) -> dict[str, Any] | None:
        """What was kept last; None before the first time."""

    def read_to_change(self) -> dict[str, Any] | None:
        """The same, and nobody else changes it until this request is done."""

    def keep(self, state: dict[str, Any]) -> None: ...


class CameraRack(Protocol):
    """Where cameras and meters are kept: one of each on the tripod of a shot."""

    def camera(self, aim: Aim, memory: Memory) -> Camera: ...

    def meter(self, aim: Aim) -> LightMeter: ...
