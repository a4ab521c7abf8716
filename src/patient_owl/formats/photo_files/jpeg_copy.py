"""A JPEG copy with what is known of it written into its head; its pixels stay as they are."""

import io
from dataclasses import dataclass
from datetime import datetime

from PIL import Image
from PIL.TiffImagePlugin import IFDRational

from patient_owl.core.errors import WrongValue
from patient_owl.formats.photo_files.exif import EXIF_IFD, ORIENTATION
from patient_owl.formats.photo_files.jpeg import START

_GPS_IFD = 0x8825
_DESCRIPTION, _RATING = 0x010E, 0x4746
_TAKEN, _OFFSET, _EXPOSURE, _F_NUMBER, _ISO = 0x9003, 0x9011, 0x829A, 0x829D, 0x8827
_APP1, _EXIF_HEAD = b"\xff\xe1", b"Exif\0\0"
_LONGEST_SEGMENT = 65_533  # its length is two bytes, which count themselves. [itu-t81]


@dataclass(frozen=True)
class Marks:
    """position_deg: north and east positive; None keeps the place to oneself."""

    description: str
    rating: int
    taken_at: datetime | None  # with its zone
    exposure_s: float | None
    f_number: float | None
    iso: float | None
    position_deg: tuple[float, float] | None


def marked_jpeg(content: bytes, marks: Marks) -> bytes:
    """The same picture, its EXIF head written anew. [cipa-dc008]"""
    if not content.startswith(START):
        raise WrongValue("file", "a JPEG picture", "something else")
    return _with_exif(content, _exif(content, marks))


def turned_jpeg(content: bytes, turned: int) -> bytes:
    """The preview of a raw file, saying itself how it has to be turned; its raw file did. turned:
    as EXIF counts it, 0 for nothing to say. [cipa-dc008]"""
    if not turned or Image.open(io.BytesIO(content), formats=("JPEG",)).getexif().get(ORIENTATION):
        return content
    exif = Image.Exif()
    exif[ORIENTATION] = turned
    return _with_exif(content, exif)


def _with_exif(content: bytes, exif: Image.Exif) -> bytes:
    segment = _EXIF_HEAD + exif.tobytes().removeprefix(_EXIF_HEAD)
    if len(segment) > _LONGEST_SEGMENT:
        raise WrongValue("description", "a shorter one", f"{len(segment)} bytes")
    head = _APP1 + (len(segment) + 2).to_bytes(2) + segment
    return START + head + _without_exif(content)


def _exif(content: bytes, marks: Marks) -> Image.Exif:
    # what the camera wrote is kept, but for its preview and what is said anew
    exif = Image.open(io.BytesIO(content), formats=("JPEG",)).getexif()
    if marks.description:
        exif[_DESCRIPTION] = marks.description
    if marks.rating:
        exif[_RATING] = marks.rating
    taken = exif.get_ifd(EXIF_IFD)
    if marks.taken_at is not None:
        taken[_TAKEN] = f"{marks.taken_at:%Y:%m:%d %H:%M:%S}"
        taken[_OFFSET] = marks.taken_at.isoformat()[-6:]
    for tag, value in ((_EXPOSURE, marks.exposure_s), (_F_NUMBER, marks.f_number)):
        if value is not None:
            taken[tag] = IFDRational(round(value * 10_000), 10_000)
    if marks.iso is not None:
        taken[_ISO] = min(65_535, round(marks.iso))
    if marks.position_deg is not None:
        gps = exif.get_ifd(_GPS_IFD)
        north, east = marks.position_deg
        gps[1], gps[2] = "N" if north >= 0 else "S", _sexagesimal(north)
        gps[3], gps[4] = "E" if east >= 0 else "W", _sexagesimal(east)
    return exif


def _sexagesimal(degrees: float) -> tuple[IFDRational, ...]:
    seconds = round(abs(degrees) * 3600 * 1000)
    whole, rest = divmod(seconds, 3_600_000)
    minutes, thousandths = divmod(rest, 60_000)
    return IFDRational(whole, 1), IFDRational(minutes, 1), IFDRational(thousandths, 1000)


def _without_exif(content: bytes) -> bytes:
    """From behind the start of the picture, its EXIF segment left out."""
    at, kept = 2, b""
    while content[at : at + 1] == b"\xff" and 0xE0 <= content[at + 1] <= 0xEF:
        end = at + 2 + int.from_bytes(content[at + 2 : at + 4])
        is_exif = content[at : at + 2] == _APP1 and content[at + 4 : at + 10] == _EXIF_HEAD
        kept += b"" if is_exif else content[at:end]
        at = end
    return kept + content[at:]
