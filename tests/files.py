"""Picture files written by other libraries than those that read them."""

import io
from datetime import datetime
from typing import Any
from zoneinfo import ZoneInfo

import numpy as np
import piexif
import pillow_heif
import tifffile
from PIL import Image

from patient_owl.core.types import FloatArray
from patient_owl.formats.xmp import Sidecar

AT = datetime(2026, 12, 9, 23, 41, 7, tzinfo=ZoneInfo("Europe/Madrid"))
TAKEN, OFFSET, EXPOSURE, F_NUMBER, ISO = 36867, 36881, 33434, 33437, 34855
MODEL, ORIENTATION, EXIF_TABLE = 272, 274, 34665


def grey(level: int, size: int, seed: int = 1) -> Image.Image:
    noise = np.random.default_rng(seed).integers(-6, 7, (size * 2 // 3, size, 3))
    return Image.fromarray(np.clip(level + noise, 0, 255).astype("uint8"))


def exif(at: datetime | None = None, camera: str = "", exposure_s: int = 4) -> bytes:
    tags: dict[int, Any] = {EXPOSURE: (exposure_s, 1), F_NUMBER: (28, 10), ISO: 6400}
    if at is not None:
        tags[TAKEN] = at.strftime("%Y:%m:%d %H:%M:%S")
    first = {MODEL: camera} if camera else {}
    written: bytes = piexif.dump({"0th": first, "Exif": tags})
    return written


def jpeg(
    level: int = 60, at: datetime | None = None, size: int = 400, *, seed: int = 1, **more: Any
) -> bytes:
    """A grey picture with settings; every seed another one."""
    out = io.BytesIO()
    grey(level, size, seed).save(out, "JPEG", exif=exif(at, **more))
    return out.getvalue()


def heic(level: int = 60, at: datetime | None = None, size: int = 400) -> bytes:
    out = io.BytesIO()
    image = grey(level, size)
    pillow_heif.from_pillow(image).save(out, quality=90, exif=exif(at))
    return out.getvalue()


def dng(
    light: FloatArray | None = None,
    at: datetime | None = None,
    preview: bytes | None = None,
    turned: int = 1,
) -> bytes:
    """A raw file of an RGGB sensor; with the preview a camera would put in, or without.

    Tags as the DNG specification names them, in IFD0, the preview in a table of its own.
    """
    if light is None:
        light = np.full((256, 384), 0.2)
    pixels = (np.asarray(light) * 16_000).astype("uint16")
    black_xyz = [(1, 1), (0, 1), (0, 1), (0, 1), (1, 1), (0, 1), (0, 1), (0, 1), (1, 1)]
    tags = [
        (33421, 3, 2, (2, 2), True),  # CFARepeatPatternDim
        (33422, 1, 4, bytes([0, 1, 1, 2]), True),  # CFAPattern
        (50706, 1, 4, bytes([1, 4, 0, 0]), True),  # DNGVersion
        (50708, 2, 0, "Made up", True),  # UniqueCameraModel
        (50717, 4, 1, 16_000, True),  # WhiteLevel
        (50721, 10, 9, [one for pair in black_xyz for one in pair], True),  # ColorMatrix1
        (50728, 5, 3, (1, 1, 1, 1, 1, 1), True),  # AsShotNeutral
        (EXPOSURE, 5, 1, (30, 1), True),
        (F_NUMBER, 5, 1, (28, 10), True),
        (ISO, 3, 1, 1600, True),
        (ORIENTATION, 3, 1, turned, True),
    ]
    if at is not None:
        tags.append((TAKEN, 2, 0, at.strftime("%Y:%m:%d %H:%M:%S"), True))
    out = io.BytesIO()
    with tifffile.TiffWriter(out) as writer:
        writer.write(pixels, photometric=32803, extratags=tags, metadata=None)
    made = out.getvalue()
    return made if preview is None else with_preview(made, preview)


def with_preview(raw: bytes, preview: bytes) -> bytes:
    """The preview and a table that points at it, put behind a raw file's own: TIFF 6.0, page 14."""
    at = len(raw)
    start = at + 2 + 2 * 12 + 4
    rows = b"".join(
        tag.to_bytes(2, "little") + (4).to_bytes(2, "little") + (1).to_bytes(4, "little")
        + value.to_bytes(4, "little")
        for tag, value in ((0x0201, start), (0x0202, len(preview)))
    )  # fmt: skip
    table = (2).to_bytes(2, "little") + rows + bytes(4)
    first = int.from_bytes(raw[4:8], "little")
    count = int.from_bytes(raw[first : first + 2], "little")
    following = first + 2 + 12 * count
    return raw[:following] + at.to_bytes(4, "little") + raw[following + 4 :] + table + preview


def sidecar(**over: object) -> Sidecar:
    said = {
        "title": "Stars & <lantern> ☾",
        "description": 'fog; "a" keeper',
        "tags": ["fog", "Skarn Light"],
        "rating": 4,
        "label": "kept",
        "is_rejected": False,
        "place": "Skarn Light",
        "latitude_deg": 43.302,
        "longitude_deg": -9.214,
        "taken_at": AT,
        "exposure_s": 0.25,
        "f_number": 2.8,
        "iso": 1600.0,
        "plan": "8 s, f/2.8, ISO 1600",
        **over,
    }
    return Sidecar(**said)  # type: ignore[arg-type]
