"""Pictures in: JPEG, PNG and TIFF, and the preview a raw file carries inside.

EXIF is read by Pillow. [cipa-dc008] Nothing in a file is believed beyond what it can be: a lie
about size is refused, a missing or senseless date is no date.
"""

import io
import itertools
import math
import re
from dataclasses import dataclass
from datetime import datetime, timedelta, timezone

from PIL import Image, ImageOps

from patient_owl.core.errors import WrongValue

MOST_BYTES = 80_000_000  # a raw file of the largest bodies
MOST_PIXELS = 200_000_000
MOST_PIXELS_WHOLE = 60_000_000  # where all of it is in memory at once: 240 MB with its alpha
THUMBNAIL_PX = 480
HISTOGRAM_PX = 1200  # long side the histogram is counted on; more tells nothing new
ACCEPTED = "a JPEG, PNG or TIFF picture, or a raw file with a preview inside"

_EXIF_IFD = 0x8769
_TAKEN, _OFFSET, _EXPOSURE, _F_NUMBER, _ISO = 0x9003, 0x9011, 0x829A, 0x829D, 0x8827
_DATE_FORM = "%Y:%m:%d %H:%M:%S"
_FIRST_YEAR, _LAST_YEAR = 1990, 2100  # a camera whose clock was never set says 1970 or 1980
_JPEG_START = b"\xff\xd8"
# Start of image, then a segment that a picture may begin with.
_JPEG_BEGINS = re.compile(rb"\xff\xd8\xff[\xc0\xc2\xc4\xdb\xdd\xe0-\xef\xfe]", re.DOTALL)
_MOST_LOOKED_AT = 2000  # beginnings; chance makes one in a hundred megabytes
_MOST_SEGMENTS = 64  # before the frame's own
_MOST_PREVIEWS = 4  # tried, the largest first

Image.MAX_IMAGE_PIXELS = None  # we look at the size ourselves, before anything is decoded


@dataclass(frozen=True)
class Picture:
    """What a file tells. taken_local: by the camera's clock; taken_utc only with its offset."""

    width_px: int
    height_px: int
    taken_local: datetime | None
    taken_utc: datetime | None
    exposure_s: float | None
    f_number: float | None
    iso: float | None
    histogram: tuple[int, ...]
    thumbnail: bytes


def read_picture(content: bytes) -> Picture:
    """Everything the app wants of a picture; WrongValue when it is none."""
    if len(content) > MOST_BYTES:
        raise WrongValue("file", f"at most {MOST_BYTES // 1_000_000} MB", "more")
    image = _open(content)
    exif = _exif(content, image)
    width_px, height_px = image.size
    small = _small(image, HISTOGRAM_PX)
    histogram = tuple(small.convert("L").histogram())
    thumbnail = io.BytesIO()
    small.thumbnail((THUMBNAIL_PX, THUMBNAIL_PX))
    small.save(thumbnail, "JPEG", quality=82)
    local, utc = _taken(exif)
    return Picture(
        width_px=width_px,
        height_px=height_px,
        taken_local=local,
        taken_utc=utc,
        exposure_s=_positive(exif.get(_EXPOSURE)),
        f_number=_positive(exif.get(_F_NUMBER)),
        iso=_positive(exif.get(_ISO)),
        histogram=histogram,
        thumbnail=thumbnail.getvalue(),
    )


def _open(content: bytes) -> Image.Image:
    """The picture itself, or the largest preview inside a raw file."""
    whole = _decoded(content)
    if whole is not None and whole.format in ("JPEG", "PNG"):
        return whole
    for start, pixels in _previews(content):
        if whole is not None and whole.size[0] * whole.size[1] >= pixels:
            break
        preview = _decoded(content[start:])
        if preview is not None:
            return preview
    if whole is None:
        raise WrongValue("file", ACCEPTED, "something that cannot be read, or is cut short")
    return whole


def _decoded(content: bytes) -> Image.Image | None:
    """A picture decoded no larger than is needed; None where it is none, WrongValue where it would
    take more memory than a picture is worth: its head says so before anything is decoded."""
    try:
        image = _opened(content)
        most = _most_pixels(image)
        if image.size[0] * image.size[1] <= most:
            image.draft("RGB", (HISTOGRAM_PX * 2, HISTOGRAM_PX * 2))
            image.load()
            return image
    except Exception:  # decoders of broken files raise whatever their bytes lead them to
        return None
    raise WrongValue("file", f"at most {most // 1_000_000} megapixels of its kind", "more")


def _opened(content: bytes) -> Image.Image:
    """A picture's head. Pillow would look for a JPEG's piece by piece through the whole of a file
    that has none."""
    if content.startswith(_JPEG_START) and not _jpeg_pixels(content, 0):
        raise ValueError("a JPEG without a frame")
    return Image.open(io.BytesIO(content), formats=("JPEG", "PNG", "TIFF"))


def _most_pixels(image: Image.Image) -> int:
    """A JPEG is decoded at an eighth of its size; unless it came in scans, like the other kinds it
    has to be held whole."""
    is_in_strips = image.format == "JPEG" and "progressive" not in image.info
    return MOST_PIXELS if is_in_strips else MOST_PIXELS_WHOLE


def _previews(content: bytes) -> list[tuple[int, int]]:
    """Where JPEG pictures begin inside a file that is not one itself, and their pixels; the
    largest first."""
    found = []
    for beginning in itertools.islice(_JPEG_BEGINS.finditer(content, 1), _MOST_LOOKED_AT):
        pixels = _jpeg_pixels(content, beginning.start())
        if pixels:
            found.append((beginning.start(), pixels))
    return sorted(found, key=lambda one: -one[1])[:_MOST_PREVIEWS]


def _jpeg_pixels(content: bytes, at: int) -> int:
    """How many pixels the head of a JPEG says it has; 0 where there is none. [itu-t81, B.1]"""
    at += 2
    for _ in range(_MOST_SEGMENTS):
        mark = content[at : at + 9]
        if len(mark) < 9 or mark[0] != 0xFF:
            return 0
        if 0xC0 <= mark[1] <= 0xCF and mark[1] not in (0xC4, 0xC8, 0xCC):
            height, width = int.from_bytes(mark[5:7]), int.from_bytes(mark[7:9])
            return width * height
        if mark[1] == 0xFF:  # one may fill up with these
            at += 1
            continue
        if not 0xC0 <= mark[1] <= 0xFE or 0xD0 <= mark[1] <= 0xDA:
            return 0
        at += 2 + int.from_bytes(mark[2:4])
    return 0


def _small(image: Image.Image, longest_px: int) -> Image.Image:
    """Made small in its own place, and turned when it is: each way round makes a copy."""
    if image.mode not in ("RGB", "L"):
        image = image.convert("RGB")
    image.thumbnail((longest_px, longest_px))
    return ImageOps.exif_transpose(image).convert("RGB")


def _exif(content: bytes, image: Image.Image) -> dict[int, object]:
    """What the file says of itself, rather than its preview; of a PNG, which may say it after its
    pixels, what the one that was decoded says: asking anew would decode it again."""
    try:
        head = image if image.format == "PNG" else _opened(content)
        return dict(head.getexif().get_ifd(_EXIF_IFD))
    except Exception:  # as above
        return {}


def _taken(exif: dict[int, object]) -> tuple[datetime | None, datetime | None]:
    try:
        local = datetime.strptime(str(exif[_TAKEN]).strip("\0 "), _DATE_FORM)  # noqa: DTZ007
    except (KeyError, ValueError):
        return None, None
    if not _FIRST_YEAR <= local.year <= _LAST_YEAR:
        return None, None
    try:
        said = str(exif[_OFFSET])  # "+01:00"
        offset = timedelta(hours=int(said[1:3]), minutes=int(said[4:6]))
        offset *= -1 if said[0] == "-" else 1
        return local, local.replace(tzinfo=timezone(offset))
    except (KeyError, ValueError, IndexError):
        return local, None


def _positive(value: object) -> float | None:
    try:
        number = float(value[0] if isinstance(value, tuple) else value)  # type: ignore[arg-type]
    except (TypeError, ValueError, ZeroDivisionError, IndexError):
        return None
    return number if math.isfinite(number) and 0 < number < 1e7 else None
