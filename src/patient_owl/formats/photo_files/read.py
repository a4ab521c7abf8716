"""Reading a picture: JPEG, PNG, TIFF and HEIC themselves, of a raw file the preview it carries, and
where it carries none its own pixels, made up coarsely.

Nothing in a file is believed beyond what it can be: a lie about size is refused. Whatever is read
is asked for by place, so that a file of which only pieces are here says which it wants (NotHere).
"""

import contextlib
import io
import tempfile
from collections.abc import Iterator
from dataclasses import dataclass
from itertools import chain
from typing import BinaryIO, NamedTuple

import numpy as np
from PIL import Image, ImageOps

from patient_owl.core.errors import WrongValue
from patient_owl.core.matching.sets import SKETCH_BANDS, SKETCH_COLUMNS
from patient_owl.core.types import FloatArray
from patient_owl.formats.photo_files import jpeg
from patient_owl.formats.photo_files.decoder_process import decoded_apart, light_apart
from patient_owl.formats.photo_files.exif import EXIF_IFD, ORIENTATION, Said, said_by
from patient_owl.formats.photo_files.jpeg_copy import turned_jpeg
from patient_owl.formats.photo_files.partial_file import NotHere, need, size_of, stretch
from patient_owl.formats.photo_files.tables import Tables, may_be_raw, tables_of

MOST_BYTES = 80_000_000  # of what is read of a file; a raw file itself may be longer
MOST_PIXELS = 200_000_000
MOST_BYTES_WHOLE = 144_000_000  # where all of a picture is in memory at once
THUMBNAIL_PX = 480
LOOK_PX = 1920  # long side of what is looked at and counted; 1:1 is the picture itself
ACCEPTED = "a JPEG, PNG, TIFF or HEIC picture, or a camera's raw file"

_FORMATS = ("JPEG", "PNG", "TIFF")
_BYTES_OF_MODES = {"1": 1, "L": 1, "P": 4, "RGB": 3}  # a pixel, once it is made RGB
_FIRST_BYTES = 8_000_000  # of a raw file whose tables say nothing of a preview: it lies there
_HEIF_BRANDS = (b"heic", b"heix", b"heim", b"heis", b"mif1", b"msf1")  # [iso23008-12]
_LONGEST_HEAD = 4_200_000  # of a JPEG: as many segments as are looked at, each at its longest

Image.MAX_IMAGE_PIXELS = None  # we look at the size ourselves, before anything is decoded


@dataclass(frozen=True)
class PhotoFile:
    """What a file tells, and its pixels made small.

    look, thumbnail: JPEG. sketch: levels of its columns in bands, row by row. pixels: the stretch
    of the file that is its largest JPEG, which can be looked at 1:1; None where there is none.
    turned: how it has to be, as EXIF counts it, 0 where it does not say.
    """

    width_px: int
    height_px: int
    said: Said
    histogram: tuple[int, ...]
    look: bytes
    thumbnail: bytes
    sketch: bytes
    pixels: tuple[int, int] | None
    turned: int


def read_picture(file: BinaryIO) -> PhotoFile:
    """Everything the app wants of a picture; WrongValue when it is none."""
    tables = tables_of(file)
    image, (width_px, height_px), pixels = _open(file, tables)
    said, turned = _said(tables, image)
    if turned and not image.getexif().get(ORIENTATION):
        image.getexif()[ORIENTATION] = turned
    small = _small(image, LOOK_PX)
    look = _as_jpeg(small)
    light = small.convert("L")
    sketch = light.resize((SKETCH_COLUMNS, SKETCH_BANDS), Image.Resampling.BOX).tobytes()
    small.thumbnail((THUMBNAIL_PX, THUMBNAIL_PX))
    return PhotoFile(
        width_px=width_px,
        height_px=height_px,
        said=said,
        histogram=tuple(light.histogram()),
        look=look,
        thumbnail=_as_jpeg(small),
        sketch=sketch,
        pixels=pixels,
        turned=turned,
    )


def pixels_of(file: BinaryIO) -> bytes:
    """A JPEG of all the pixels of a picture that was read before: its own where it is one."""
    tables = tables_of(file)
    if not tables.is_raw and stretch(file, 0, 2) == jpeg.START:
        file.seek(0)
        return file.read()
    image, _, pixels = _open(file, tables)
    _, turned = _said(tables, image)
    if pixels:
        return turned_jpeg(stretch(file, *pixels), turned)
    return _as_jpeg(ImageOps.exif_transpose(image).convert("RGB"))


def levels_of(look: bytes) -> FloatArray:
    """Of a JPEG, (h, w, 3), 0 to 255."""
    return np.asarray(Image.open(io.BytesIO(look)).convert("RGB"), dtype=float)


def light_of(file: BinaryIO) -> FloatArray | None:
    """The light of a raw file, (h, w, 3), linear, 1 where its sensor is full; None of others."""
    if not tables_of(file).is_raw:
        return None
    with _on_disk(file) as path:
        return light_apart(path)


def _as_jpeg(image: Image.Image) -> bytes:
    out = io.BytesIO()
    image.save(out, "JPEG", quality=85)
    return out.getvalue()


class _Opened(NamedTuple):
    """An image that may be decoded smaller than it is, how large it is, and where its JPEG lies."""

    image: Image.Image
    size_px: tuple[int, int]
    pixels: tuple[int, int] | None = None


def _open(file: BinaryIO, tables: Tables) -> _Opened:
    """The picture itself, or the largest preview inside a raw file."""
    if not tables.is_raw and _is_picture(file):
        _bounded(file, 0, size_of(file))
        whole = _decoded(file)
        if whole is not None:
            is_jpeg = whole.image.format == "JPEG"
            return whole._replace(pixels=(0, size_of(file))) if is_jpeg else whole
    for start, end in chain(tables.previews, _previews_unsaid(file)):
        preview = _decoded(io.BytesIO(_within(file, start, end)))
        if preview is not None:
            return preview._replace(pixels=(start, end))
    made = _made_up(file) if tables.is_raw or _is_heif(file) else None
    if made is None:
        raise WrongValue("file", ACCEPTED, "something that cannot be read, or is cut short")
    return made


def _bounded(file: BinaryIO, start: int, end: int) -> None:
    """That a stretch is there, and not longer than is read of any file."""
    if end - start > MOST_BYTES:
        raise WrongValue("file", f"at most {MOST_BYTES // 1_000_000} MB", "more")
    need(file, start, end)


def _within(file: BinaryIO, start: int, end: int) -> bytes:
    _bounded(file, start, end)
    return stretch(file, start, end)


def _is_picture(file: BinaryIO) -> bool:
    """By its first bytes, so that of a video no more than those is asked for."""
    return stretch(file, 0, 8).startswith((jpeg.START, b"\x89PNG", b"II*\0", b"MM\0*"))


def _is_heif(file: BinaryIO) -> bool:
    head = stretch(file, 0, 12)
    return head[4:8] == b"ftyp" and head[8:12] in _HEIF_BRANDS


def _previews_unsaid(file: BinaryIO) -> Iterator[tuple[int, int]]:
    """JPEGs that begin somewhere in a raw file's first bytes, the largest first."""
    if not may_be_raw(file):
        return
    content = _within(file, 0, min(size_of(file), _FIRST_BYTES))
    for start, _ in jpeg.found_inside(content):
        yield start, len(content)


def _decoded(file: BinaryIO) -> _Opened | None:
    """A picture decoded no larger than is needed; None where it is none, WrongValue where it would
    take more memory than a picture is worth: its head says so before anything is decoded."""
    try:
        image = _opened(file)
        size_px, most = image.size, _most_pixels(image)
        if size_px[0] * size_px[1] <= most:
            image.draft("RGB", (LOOK_PX, LOOK_PX))
            image.load()
            return _Opened(image, size_px)
    except NotHere:
        raise
    except Exception:  # decoders of broken files raise whatever their bytes lead them to
        return None
    raise WrongValue("file", f"at most {most // 1_000_000} megapixels of its kind", "more")


def _opened(file: BinaryIO) -> Image.Image:
    """A picture's head. Pillow would look for a JPEG's piece by piece through the whole of a file
    that has none."""
    if stretch(file, 0, 2) == jpeg.START:
        file.seek(0)
        if not jpeg.pixels_at(file.read(_LONGEST_HEAD), 0):
            raise ValueError("a JPEG without a frame")
    file.seek(0)
    return Image.open(file, formats=_FORMATS)


def _most_pixels(image: Image.Image) -> int:
    """A JPEG is decoded at an eighth of its size; unless it came in scans, like the other kinds it
    has to be held whole."""
    if image.format == "JPEG" and "progressive" not in image.info:
        return MOST_PIXELS
    return MOST_BYTES_WHOLE // _BYTES_OF_MODES.get(image.mode, 4)


def _made_up(file: BinaryIO) -> _Opened | None:
    """A raw file's own pixels, four to one, or a HEIC picture; None where neither can be read."""
    _bounded(file, 0, size_of(file))
    with _on_disk(file) as path:
        decoded = decoded_apart(path)
    return _Opened(decoded.image, decoded.size_px) if decoded else None


@contextlib.contextmanager
def _on_disk(file: BinaryIO) -> Iterator[str]:
    """Its libraries read a file by its path."""
    with tempfile.NamedTemporaryFile() as copy:
        file.seek(0)
        while part := file.read(1_000_000):
            copy.write(part)
        copy.flush()
        yield copy.name


def _small(image: Image.Image, longest_px: int) -> Image.Image:
    """Made small in its own place, and turned when it is: each way round makes a copy."""
    if image.mode not in ("RGB", "L", "RGBA", "CMYK"):
        image = image.convert("RGB")
    image.thumbnail((longest_px, longest_px), Image.Resampling.BILINEAR)
    return ImageOps.exif_transpose(image).convert("RGB")


def _said(tables: Tables, image: Image.Image) -> tuple[Said, int]:
    """What the file says of itself, rather than its preview, and how its pixels are turned. A PNG
    may say it after its pixels, so what was decoded is asked."""
    tags = dict(tables.tags)
    if not tags:
        try:
            exif = image.getexif()
            tags = {**dict(exif), **exif.get_ifd(EXIF_IFD)}
        except Exception:  # as above
            tags = {}
    turned = tags.get(ORIENTATION)
    return said_by(tags), turned if isinstance(turned, int) and 1 <= turned <= 8 else 0
