"""A simulated camera and light meter: a scene of their own light, which they do not tell.

The scene's true light differs from the prediction by a draw from the prediction's own ±, fixed by
the shot's identity, so that advice can be tried against something that does not know it. Frames
carry shot noise, dark current, read noise and clipping of the sensor in the kit. [emva1288]
"""

import io
from dataclasses import astuple, dataclass, replace
from datetime import UTC, datetime, timedelta
from typing import Any, NamedTuple, Self
from uuid import UUID, uuid4

import numpy as np
from PIL import Image
from PIL.TiffImagePlugin import IFDRational

from patient_owl.adapters.camera import Frame, Memory, Status
from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.reading import MID_GREY
from patient_owl.core.exposure.settings import Settings
from patient_owl.core.noise import HEADROOM_STOPS, SensorNoise, signal_e
from patient_owl.core.types import FloatArray

WIDTH_PX, HEIGHT_PX = 540, 360
HORIZON_SHARE = 0.68  # of the height, from the top
STARS = 160
STAR_OVER_STOPS = 5.0  # of a star's core over the sky
CARD_FRAMES = 2000
BATTERY_S = 4 * 3600.0
METER_LOWEST_EV100 = -2.0  # what good hand meters reach; common practice
MOST_FRAMES_HELD = 40  # frames a simulated card shows
JPEG_QUALITY = 90
PLAIN_NOISE = SensorNoise(50_000, 2.0, 5.0, 0.05, 0.5)


@dataclass(frozen=True)
class Latent:
    """The light that is really there. seed fixes stars and noise."""

    sky_ev100: float
    ground_ev100: float
    seed: int


def latent(shot_id: UUID, sky: tuple[float, float], ground: tuple[float, float]) -> Latent:
    """A scene from predictions (EV100, ± stops) and the shot's identity."""
    seed = shot_id.int % 2**63
    off = np.random.default_rng(seed).normal(0, 1)  # sky and ground err together, as weather does
    return Latent(sky[0] + off * sky[1], ground[0] + off * ground[1], seed)


class _Kept(NamedTuple):
    """A frame on the card, and which it was of all that were taken: its noise is its own."""

    number: int
    frame: Frame


@dataclass(frozen=True)
class _State:
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
                _Kept(number, Frame(name, datetime.fromisoformat(began), Settings(*settings)))
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

    def __init__(
        self, scene: Latent, noise: SensorNoise | None, pixel_pitch_um: float, memory: Memory
    ) -> None:
        self._scene = scene
        self._noise = noise or PLAIN_NOISE
        self._pitch_um = pixel_pitch_um
        self._memory = memory

    def status(self, now_utc: datetime) -> Status:
        state = _State.read(self._memory.read())
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

    def close(self, now_utc: datetime) -> Frame:
        state = _State.read(self._memory.read_to_change())
        if state.open_since is None:
            raise WrongValue("shutter", "open", "closed")
        exposure_s = max(0.001, (now_utc - state.open_since).total_seconds())
        settings = replace(state.settings, exposure_s=exposure_s)
        return self._taken(replace(state, open_since=None), state.open_since, settings)

    def take(self, now_utc: datetime) -> Frame:
        state = self._ready()
        return self._taken(state, now_utc + timedelta(seconds=state.self_timer_s), state.settings)

    def picture(self, frame_id: str) -> bytes:
        for kept in _State.read(self._memory.read()).frames:
            if kept.frame.id == frame_id:
                return _jpeg(self._expose(kept.frame.settings, kept.number), kept.frame)
        raise WrongValue("frame", "one on the card", frame_id)

    def _closed(self) -> "_State":
        state = _State.read(self._memory.read_to_change())
        if state.open_since is not None:
            raise WrongValue("shutter", "closed", "open")
        return state

    def _ready(self) -> "_State":
        state = self._closed()
        if state.taken >= CARD_FRAMES or state.used_s >= BATTERY_S:
            raise WrongValue("camera", "room on the card and charge in the battery", "none left")
        return state

    def _taken(self, state: "_State", began: datetime, settings: Settings) -> Frame:
        frame = Frame(uuid4().hex, began, settings)
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

    def _expose(self, settings: Settings, number: int) -> FloatArray:
        """Linear picture, 1.0 where it clips, shape (HEIGHT_PX, WIDTH_PX, 3)."""
        noise, rng = self._noise, np.random.default_rng(self._scene.seed + number)
        stops = _scene_stops(self._scene) - settings.ev100  # over mid-grey
        mean = signal_e(noise, self._pitch_um, settings.iso, 0.0) * 2.0**stops
        dark_e = noise.dark_rate_e_s(10.0) * settings.exposure_s
        light = rng.poisson(np.minimum(mean + dark_e, 1e7)).astype(float)
        light += rng.normal(-dark_e, noise.read_e(settings.iso), light.shape)
        white_e = signal_e(noise, self._pitch_um, settings.iso, HEADROOM_STOPS)
        grey = np.clip(light / min(white_e, noise.full_well_e), 0, 1)
        return np.asarray(np.repeat(grey[:, :, None], 3, axis=2) * np.array([0.96, 1.0, 1.05]))


def _scene_stops(scene: Latent) -> FloatArray:
    """EV100 of every pixel: a sky that brightens to the horizon, stars, and ground."""
    rng = np.random.default_rng(scene.seed)
    horizon = round(HEIGHT_PX * HORIZON_SHARE)
    picture = np.full((HEIGHT_PX, WIDTH_PX), scene.ground_ev100)
    picture[horizon:] += rng.normal(0, 0.5, (HEIGHT_PX - horizon, WIDTH_PX))
    picture[:horizon] = scene.sky_ev100 + np.linspace(-0.3, 0.4, horizon)[:, None]
    rows, columns = rng.integers(0, horizon, STARS), rng.integers(0, WIDTH_PX, STARS)
    picture[rows, columns] += STAR_OVER_STOPS * rng.random(STARS) ** 2
    return picture


def _jpeg(picture: FloatArray, frame: Frame) -> bytes:
    """An 8-bit sRGB JPEG whose EXIF says the settings and the camera's time. [iec61966]"""
    # the sensor's white lies HEADROOM_STOPS over mid-grey; a picture's white over 18 %
    linear = np.clip(picture * 2**HEADROOM_STOPS * MID_GREY, 0, 1)
    curve = np.where(linear <= 0.0031308, 12.92 * linear, 1.055 * linear ** (1 / 2.4) - 0.055)
    image = Image.fromarray((curve * 255 + 0.5).astype("uint8"), "RGB")
    exif = Image.Exif()
    exif[0x010F], exif[0x0110] = "simulated", "Patient Owl stand-in"
    ifd = exif.get_ifd(0x8769)
    ifd[0x9003] = frame.began_at.astimezone(UTC).strftime("%Y:%m:%d %H:%M:%S")
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

    def __init__(self, scene: Latent) -> None:
        self._scene = scene

    def read_ev100(self) -> float | None:
        seen = round(self._scene.ground_ev100 * 10) / 10
        return seen if seen >= self.lowest_ev100 else None
