"""Pictures in: JPEG, PNG and TIFF, and the preview a raw file carries inside.

EXIF is read by Pillow. [cipa-dc008] Nothing in a file is believed beyond what it can be: a lie
about size is refused, a missing or senseless date is no date.
"""

import io
import math
import warnings
from dataclasses import dataclass
from datetime import datetime, timedelta, timezone

from PIL import Image, ImageOps

from patient_owl.core.errors import WrongValue

MOST_BYTES = 80_000_000  # a raw file of the largest bodies
MOST_PIXELS = 200_000_000
THUMBNAIL_PX = 480
HISTOGRAM_PX = 1200  # long side the histogram is counted on; more tells nothing new
ACCEPTED = "a JPEG, PNG or TIFF picture, or a raw file with a preview inside"

_EXIF_IFD = 0x8769
_TAKEN, _OFFSET, _EXPOSURE, _F_NUMBER, _ISO = 0x9003, 0x9011, 0x829A, 0x829D, 0x8827
_DATE_FORM = "%Y:%m:%d %H:%M:%S"
_FIRST_YEAR, _LAST_YEAR = 1990, 2100  # a camera whose clock was never set says 1970 or 1980
_JPEG_START = b"\xff\xd8\xff"
_MOST_PREVIEWS = 12


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
    Image.MAX_IMAGE_PIXELS = MOST_PIXELS
    with warnings.catch_warnings():
        warnings.simplefilter("error", Image.DecompressionBombWarning)
        image = _open(content)
        exif = _exif(content)
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
    found: Image.Image | None = None
    for start in (0, *_previews(content)):
        try:
            image = Image.open(io.BytesIO(content[start:]), formats=("JPEG", "PNG", "TIFF"))
            image.draft("RGB", (HISTOGRAM_PX * 2, HISTOGRAM_PX * 2))
            size = image.size
            image.load()
        except Exception:  # decoders of broken files raise whatever their bytes lead them to
            continue
        if found is None or size[0] * size[1] > found.size[0] * found.size[1]:
            found = image
        if start == 0 and image.format in ("JPEG", "PNG"):
            return image
    if found is None:
        raise WrongValue("file", ACCEPTED, "something that cannot be read, or is cut short")
    return found


def _previews(content: bytes) -> list[int]:
    """Where JPEG streams begin inside a file that is not one itself."""
    found: list[int] = []
    at = content.find(_JPEG_START, 1)
    while at > 0 and len(found) < _MOST_PREVIEWS:
        found.append(at)
        at = content.find(_JPEG_START, at + 1)
    return found


def _small(image: Image.Image, longest_px: int) -> Image.Image:
    upright = ImageOps.exif_transpose(image)
    if upright.mode not in ("RGB", "L"):
        upright = upright.convert("RGB")
    upright.thumbnail((longest_px, longest_px))
    return upright.convert("RGB")


def _exif(content: bytes) -> dict[int, object]:
    try:
        with Image.open(io.BytesIO(content)) as image:
            return dict(image.getexif().get_ifd(_EXIF_IFD))
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
