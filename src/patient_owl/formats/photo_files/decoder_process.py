"""Raw and HEIC pictures decoded in a process of their own: a broken file can end their libraries,
and shall not end us. Run as a script with the file's path, a line of JSON and a PPM come out, or,
with `linear` behind it, the light of a raw file; it imports nothing of ours, so that it starts in a
fraction of a second."""

import base64
import contextlib
import io
import json
import resource
import subprocess
import sys
from pathlib import Path
from typing import NamedTuple

import numpy as np
from PIL import Image

MOST_PIXELS = 50_000_000
MOST_MEMORY = 2_000_000_000  # of that process
WITHIN_S = 60
LIGHT_PX = 800  # long side at least, where a light is read


class Apart(NamedTuple):
    """Its EXIF is in `image.info`; size_px: of the picture itself."""

    image: Image.Image
    size_px: tuple[int, int]


def decoded_apart(path: str) -> Apart | None:
    """None where the libraries cannot read it, or do not survive it."""
    command = [sys.executable, "-I", __file__, path]
    with contextlib.suppress(subprocess.SubprocessError):
        decoded = subprocess.run(command, capture_output=True, timeout=WITHIN_S, check=True)
        head, _, pixels = decoded.stdout.partition(b"\n")
        said = json.loads(head)
        image = Image.open(io.BytesIO(pixels), formats=("PPM",))
        image.info["exif"] = base64.b64decode(said["exif"])
        return Apart(image, (said["width_px"], said["height_px"]))
    return None


def light_apart(path: str) -> np.ndarray[tuple[int, ...], np.dtype[np.float64]] | None:
    """The light of a raw file, upright, (h, w, 3), linear, 1 where its sensor is full; None as
    above."""
    command = [sys.executable, "-I", __file__, path, "linear"]
    with contextlib.suppress(subprocess.SubprocessError):
        decoded = subprocess.run(command, capture_output=True, timeout=WITHIN_S, check=True)
        return np.asarray(np.load(io.BytesIO(decoded.stdout)), dtype=float)
    return None


def _bound_memory() -> None:
    resource.setrlimit(resource.RLIMIT_AS, (MOST_MEMORY, MOST_MEMORY))


def _write_light(path: Path) -> None:
    """Averaged over squares of photosites: a spot is far larger."""
    import rawpy  # noqa: PLC0415  as below

    with rawpy.imread(str(path)) as raw:
        if raw.sizes.raw_width * raw.sizes.raw_height > MOST_PIXELS:
            raise SystemExit(1)
        levels = raw.postprocess(
            half_size=True, use_camera_wb=True, no_auto_bright=True, gamma=(1, 1), output_bps=16
        )
    side = max(1, max(levels.shape) // LIGHT_PX)
    high, wide = (length // side for length in levels.shape[:2])
    squares = levels[: high * side, : wide * side].reshape(high, side, wide, side, 3)
    light = squares.mean(axis=(1, 3)) / (2**16 - 1)
    out = io.BytesIO()  # a pipe has no place to ask for
    np.save(out, light.astype("float32"))
    sys.stdout.buffer.write(out.getvalue())


def _write(path: Path) -> None:
    is_heif = path.read_bytes()[4:8] == b"ftyp" and path.read_bytes()[8:11] != b"crx"
    image = _heif(path) if is_heif else _raw(path)
    exif = base64.b64encode(image.info.get("exif") or b"").decode()
    said = {"width_px": image.width, "height_px": image.height, "exif": exif}
    sys.stdout.buffer.write(json.dumps(said).encode() + b"\n")
    image.convert("RGB").save(sys.stdout.buffer, "PPM")


def _heif(path: Path) -> Image.Image:
    import pi_heif  # noqa: PLC0415  each kind loads its own library and no other

    pi_heif.register_heif_opener(thumbnails=False)
    image = Image.open(path, formats=("HEIF",))
    if image.width * image.height > MOST_PIXELS:
        raise SystemExit(1)
    image.load()
    return image


def _raw(path: Path) -> Image.Image:
    """Four photosites to a pixel."""
    import rawpy  # noqa: PLC0415  as above

    with rawpy.imread(str(path)) as raw:
        if raw.sizes.raw_width * raw.sizes.raw_height > MOST_PIXELS:
            raise SystemExit(1)
        return Image.fromarray(raw.postprocess(half_size=True, use_camera_wb=True))


if __name__ == "__main__":
    _bound_memory()
    write = _write_light if sys.argv[2:] == ["linear"] else _write
    write(Path(sys.argv[1]))
