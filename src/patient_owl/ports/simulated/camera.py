"""A simulated camera and light meter: a scene of their own light, which they do not tell.

Every light of the scene differs from its prediction by a draw from the prediction's own ±, with the
heavy tail that advice reckons with, fixed by the shot's identity, so that advice can be tried
against something that does not know it. Frames are the computed picture of that scene with what the
camera was really set to; their EXIF has the camera's own clock, which is off.
"""

import io
from dataclasses import astuple, dataclass, replace
from datetime import UTC, datetime, timedelta
from typing import Any, NamedTuple, Self
from uuid import uuid4

import numpy as np
from PIL import Image
from PIL.TiffImagePlugin import IFDRational

from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.settings import Settings
from patient_owl.core.kinds import KINDS
from patient_owl.core.picture.hidden import hidden_light
from patient_owl.core.picture.picture import PictureRequest, aspect_of, render
from patient_owl.core.sky import ephemeris
from patient_owl.ports.camera import Aim, CameraFrame, Memory, Status

LONG_SIDE_PX = 720
CARD_FRAMES = 2000
BATTERY_S = 4 * 3600.0
METER_LOWEST_EV100 = -2.0  # what good hand meters reach; common practice
MOST_FRAMES_HELD = 40  # frames a simulated card shows
JPEG_QUALITY = 90
CLOCK_OFF_S = 90.0  # of a clock nobody has set for months; common practice


@dataclass(frozen=True)
class Latent:
    """The light that is really there: how much brighter each is than predicted, by the keys of the
    picture's lights, `sky` and `ground`. [stops] seed fixes all chance; clock_off_s: how far the
    camera's clock is ahead."""

    hidden: dict[str, float]
    seed: int
    clock_off_s: float


def latent(aim: Aim) -> Latent:
    """A scene from predictions and the shot's identity, and the clock of that body."""
    seed = aim.shot_id.int % 2**63
    hidden = hidden_light(aim.planned, np.random.default_rng(seed))
    clock = np.random.default_rng(aim.body_id.int % 2**63)
    # now and then summer time was forgotten too
    off_s = float(clock.normal(0, CLOCK_OFF_S)) + 3600.0 * (clock.random() < 1 / 6)
    return Latent(hidden, seed, round(off_s))


class _Kept(NamedTuple):
    """A frame on the card, and which it was of all that were taken: its noise is its own."""

    number: int
    frame: CameraFrame


@dataclass(frozen=True)
class _CameraState:
    """What the camera remembers."""

    settings: Settings = Settings(1.0, 4.0, 800)
    self_timer_s: float = 0.0
    open_since: datetime | None = None
    used_s: float = 0.0
    taken: int = 0
    frames: tuple[_Kept, ...] = ()

    @classmethod
    def read(cls, written: dict[str, Any] | None) -> Self:
        if written is None:
            return cls()
        since = written["open_since"]
        return cls(
            Settings(*written["settings"]),
            written["self_timer_s"],
            datetime.fromisoformat(since) if since else None,
            written["used_s"],
            written["taken"],
            tuple(
                _Kept(number, CameraFrame(name, datetime.fromisoformat(began), Settings(*settings)))
                for number, name, began, settings in written["frames"]
            ),
        )

    def written(self) -> dict[str, Any]:
        return {
            "settings": astuple(self.settings),
            "self_timer_s": self.self_timer_s,
            "open_since": self.open_since.isoformat() if self.open_since else None,
            "used_s": self.used_s,
            "taken": self.taken,
            "frames": [
                (kept.number, kept.frame.id, kept.frame.began_at.isoformat(), astuple(s))
                for kept in self.frames
                for s in (kept.frame.settings,)
            ],
        }


class SimulatedCamera:
    """Stands behind adapters.camera.Camera. All it remembers lies in its memory; a picture is made
    anew from what was set, so that any process has the same."""

    def __init__(self, aim: Aim, memory: Memory) -> None:
        self._aim = aim
        self._memory = memory

    def status(self, now_utc: datetime) -> Status:
        state = _CameraState.read(self._memory.read())
        open_s = (now_utc - state.open_since).total_seconds() if state.open_since else 0.0
        return Status(
            name="simulated camera",
            is_simulated=True,
            settings=state.settings,
            self_timer_s=state.self_timer_s,
            open_since=state.open_since,
            battery_share=max(0.0, 1 - (state.used_s + open_s) / BATTERY_S),
            card_free_frames=CARD_FRAMES - state.taken,
            frames=[kept.frame for kept in state.frames],
        )

    def set(self, settings: Settings, self_timer_s: float) -> None:
        state = self._closed()
        self._memory.keep(replace(state, settings=settings, self_timer_s=self_timer_s).written())

    def open(self, now_utc: datetime) -> datetime:
        self._memory.keep(replace(self._ready(), open_since=now_utc).written())
        return now_utc

    def close(self, now_utc: datetime) -> CameraFrame:
        state = _CameraState.read(self._memory.read_to_change())
        if state.open_since is None:
            raise WrongValue("shutter", "open", "closed")
        exposure_s = max(0.001, (now_utc - state.open_since).total_seconds())
        settings = replace(state.settings, exposure_s=exposure_s)
        return self._taken(replace(state, open_since=None), state.open_since, settings)

    def take(self, now_utc: datetime) -> CameraFrame:
        state = self._ready()
        return self._taken(state, now_utc + timedelta(seconds=state.self_timer_s), state.settings)

    def picture(self, frame_id: str) -> bytes:
        for kept in _CameraState.read(self._memory.read()).frames:
            if kept.frame.id == frame_id:
                return developed(self._aim, latent(self._aim), kept.frame, kept.number)
        raise WrongValue("frame", "one on the card", frame_id)

    def _closed(self) -> "_CameraState":
        state = _CameraState.read(self._memory.read_to_change())
        if state.open_since is not None:
            raise WrongValue("shutter", "closed", "open")
        return state

    def _ready(self) -> "_CameraState":
        state = self._closed()
        if state.taken >= CARD_FRAMES or state.used_s >= BATTERY_S:
            raise WrongValue("camera", "room on the card and charge in the battery", "none left")
        return state

    def _taken(self, state: "_CameraState", began: datetime, settings: Settings) -> CameraFrame:
        frame = CameraFrame(uuid4().hex, began, settings)
        number = state.taken + 1
        self._memory.keep(
            replace(
                state,
                used_s=state.used_s + settings.exposure_s,
                taken=number,
                frames=(*state.frames, _Kept(number, frame))[-MOST_FRAMES_HELD:],
            ).written()
        )
        return frame


def developed(aim: Aim, scene: Latent, frame: CameraFrame, number: int) -> bytes:
    """The picture of a frame, as a JPEG whose EXIF says the settings and the camera's time.

    number: which it was of all that were taken; its noise is its own. What people do with the
    lights they bring they do as planned, however the camera is set.
    """
    planned = aim.planned
    film = planned.kit.dials["exposure_s"].film
    lost = film.lost_stops(frame.settings.exposure_s) if film else 0.0
    aspect = aspect_of(planned, is_one_frame=True)
    sides = (1.0, 1 / aspect) if aspect >= 1 else (aspect, 1.0)
    width_px, height_px = (max(8, round(LONG_SIDE_PX * side)) for side in sides)
    request = PictureRequest(
        settings=replace(frame.settings, lost_stops=lost),
        drawing=KINDS[planned.recipe.key].drawing,
        width_px=width_px,
        height_px=height_px,
        levers=planned.levers,
        hidden=scene.hidden,
        subject=aim.stand_in,
        seed=scene.seed + number,
        is_one_frame=True,
        after_s=planned.after_s(ephemeris.epoch_seconds(frame.began_at)),
    )
    picture = render(planned, aim.night, request)
    return _jpeg(picture.frame.levels, frame, scene.clock_off_s)


def _jpeg(levels: np.ndarray, frame: CameraFrame, clock_off_s: float) -> bytes:
    image = Image.fromarray(levels)
    shown = frame.began_at.astimezone(UTC) + timedelta(seconds=clock_off_s)
    exif = Image.Exif()
    exif[0x010F], exif[0x0110] = "simulated", "Patient Owl stand-in"
    ifd = exif.get_ifd(0x8769)
    ifd[0x9003] = shown.strftime("%Y:%m:%d %H:%M:%S")
    ifd[0x9011] = "+00:00"
    ifd[0x829A] = IFDRational(round(frame.settings.exposure_s * 10_000), 10_000)
    ifd[0x829D] = IFDRational(round(frame.settings.f_number * 100), 100)
    ifd[0x8827] = round(frame.settings.iso)
    out = io.BytesIO()
    image.save(out, "JPEG", quality=JPEG_QUALITY, exif=exif)
    return out.getvalue()


class SimulatedLightMeter:
    """Stands behind adapters.camera.LightMeter."""

    lowest_ev100 = METER_LOWEST_EV100

    def __init__(self, aim: Aim) -> None:
        self._aim = aim

    def read_ev100(self) -> float | None:
        off = latent(self._aim).hidden["ground"]
        seen = round((self._aim.planned.scene.ground_ev100 + off) * 10) / 10
        return seen if seen >= self.lowest_ev100 else None
