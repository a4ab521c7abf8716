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
from patient_owl.core.kit import Body


@dataclass(frozen=True)
class Frame:
    """One picture on the card. began_at by the camera's own clock, in UTC."""

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
    frames: Sequence[Frame]


class Camera(Protocol):
    """Every call may raise WrongValue: a setting it does not have, a shutter already open."""

    def status(self, now_utc: datetime) -> Status: ...

    def set(self, settings: Settings, self_timer_s: float) -> None: ...

    def open(self, now_utc: datetime) -> datetime: ...

    def close(self, now_utc: datetime) -> Frame: ...

    def take(self, now_utc: datetime) -> Frame: ...

    def picture(self, frame_id: str) -> bytes: ...


class LightMeter(Protocol):
    """Incident light at the subject; None when it is under the meter's range."""

    lowest_ev100: float

    def read_ev100(self) -> float | None: ...


@dataclass(frozen=True)
class Aim:
    """What a camera on the tripod of a shot looks at, as far as it is predicted.

    sky, ground: EV100 and ± in stops. A real camera needs none of it; a simulated one has to
    make a scene.
    """

    shot_id: UUID
    sky: tuple[float, float]
    ground: tuple[float, float]
    body: Body


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
