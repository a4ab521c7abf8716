"""A simulated camera and light meter: a scene of their own light, which they do not tell.

The scene's true light differs from the prediction by a draw from the prediction's own ±, fixed by
the shot's identity, so that advice can be tried against something that does not know it. Frames
carry shot noise, dark current, read noise and clipping of the sensor in the kit. [emva1288]
"""

import io
from collections import OrderedDict
from dataclasses import dataclass, replace
from datetime import UTC, datetime, timedelta
from uuid import UUID, uuid4

import numpy as np
from PIL import Image
from PIL.TiffImagePlugin import IFDRational

from patient_owl.adapters.camera import Frame, Status
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
MOST_FRAMES_HELD = 40  # pictures a simulated card keeps in memory
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


class SimulatedCamera:
    """Stands behind adapters.camera.Camera."""

    def __init__(self, scene: Latent, noise: SensorNoise | None, pixel_pitch_um: float) -> None:
        self._scene = scene
        self._noise = noise or PLAIN_NOISE
        self._pitch_um = pixel_pitch_um
        self._settings = Settings(1.0, 4.0, 800)
        self._self_timer_s = 0.0
        self._open_since: datetime | None = None
        self._used_s = 0.0
        self._taken = 0
        self._frames: OrderedDict[str, tuple[Frame, bytes]] = OrderedDict()

    def status(self, now_utc: datetime) -> Status:
        open_s = (now_utc - self._open_since).total_seconds() if self._open_since else 0.0
        return Status(
            name="simulated camera",
            is_simulated=True,
            settings=self._settings,
            self_timer_s=self._self_timer_s,
            open_since=self._open_since,
            battery_share=max(0.0, 1 - (self._used_s + open_s) / BATTERY_S),
            card_free_frames=CARD_FRAMES - self._taken,
            frames=[frame for frame, _ in self._frames.values()],
        )

    def set(self, settings: Settings, self_timer_s: float) -> None:
        self._must_be_closed()
        self._settings, self._self_timer_s = settings, self_timer_s

    def open(self, now_utc: datetime) -> datetime:
        self._must_be_closed()
        if self._taken >= CARD_FRAMES or self._used_s >= BATTERY_S:
            raise WrongValue("camera", "room on the card and charge in the battery", "none left")
        self._open_since = now_utc
        return now_utc

    def close(self, now_utc: datetime) -> Frame:
        if self._open_since is None:
            raise WrongValue("shutter", "open", "closed")
        began, self._open_since = self._open_since, None
        exposure_s = max(0.001, (now_utc - began).total_seconds())
        return self._keep(began, replace(self._settings, exposure_s=exposure_s))

    def take(self, now_utc: datetime) -> Frame:
        began = self.open(now_utc) + timedelta(seconds=self._self_timer_s)
        self._open_since = None
        return self._keep(began, self._settings)

    def picture(self, frame_id: str) -> bytes:
        if frame_id not in self._frames:
            raise WrongValue("frame", "one on the card", frame_id)
        return self._frames[frame_id][1]

    def _must_be_closed(self) -> None:
        if self._open_since is not None:
            raise WrongValue("shutter", "closed", "open")

    def _keep(self, began: datetime, settings: Settings) -> Frame:
        self._used_s += settings.exposure_s
        self._taken += 1
        frame = Frame(uuid4().hex, began, settings)
        content = _jpeg(self._expose(settings), frame)
        self._frames[frame.id] = (frame, content)
        while len(self._frames) > MOST_FRAMES_HELD:
            self._frames.popitem(last=False)
        return frame

    def _expose(self, settings: Settings) -> FloatArray:
        """Linear picture, 1.0 where it clips, shape (HEIGHT_PX, WIDTH_PX, 3)."""
        noise, rng = self._noise, np.random.default_rng(self._scene.seed + self._taken)
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
