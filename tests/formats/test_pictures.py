"""PhotoFile files written by other libraries, whole and in pieces."""

import io
from datetime import datetime

import exiv2
import numpy as np
import pytest
import rawpy
from PIL import Image

from patient_owl.core.errors import WrongValue
from patient_owl.core.light.in_picture import spot_in_levels, spot_in_raw
from patient_owl.formats.photo_files import (
    NotHere,
    PhotoFile,
    Pieces,
    light_of,
    pixels_of,
    read_picture,
)
from tests import files

AT = datetime(2026, 12, 9, 23, 41)
HEAD = 131_072


def in_pieces(content: bytes) -> tuple[PhotoFile, int]:
    """Read as it is sent: its head first, then what was asked for; and how many bytes that took."""
    pieces = [(0, min(HEAD, len(content)), io.BytesIO(content[:HEAD]))]
    while True:
        try:
            picture = read_picture(Pieces(len(content), pieces))
            return picture, sum(length for _, length, _ in pieces)
        except NotHere as missing:
            part = content[missing.start : missing.end]
            pieces.append((missing.start, len(part), io.BytesIO(part)))
            assert len(pieces) < 8


def noisy(height: int, width: int) -> np.ndarray:
    return np.random.default_rng(3).random((height, width))


@pytest.mark.parametrize(
    "content",
    [
        files.jpeg(at=AT),
        files.heic(at=AT),
        files.dng(at=AT),
        files.dng(noisy(900, 1200), at=AT, preview=files.jpeg(size=900)),
    ],
    ids=["jpeg", "heic", "raw without a preview", "raw with one"],
)
def test_in_pieces_or_whole_a_file_says_the_same(content: bytes) -> None:
    whole, (pieced, travelled) = read_picture(io.BytesIO(content)), in_pieces(content)
    assert pieced == whole
    assert travelled <= len(content) + HEAD
    # the same file by another library
    image = exiv2.ImageFactory.open(content)
    image.readMetadata()
    exif = image.exifData()
    said = whole.said
    assert said.taken_local == AT
    assert exiv2.dateTimeOriginal(exif).toString() == f"{said.taken_local:%Y:%m:%d %H:%M:%S}"
    assert said.iso == exiv2.isoSpeed(exif).toInt64()
    assert said.f_number == pytest.approx(exiv2.fNumber(exif).toFloat())
    assert said.exposure_s == pytest.approx(exiv2.exposureTime(exif).toFloat())


def test_the_raw_library_reads_what_our_tests_make_and_so_does_the_app() -> None:
    light = np.zeros((512, 768))
    light[:, 384:] = 0.5
    raw = files.dng(light)
    with rawpy.imread(io.BytesIO(raw)) as read:
        assert read.raw_image.max() == 8000
    look = Image.open(io.BytesIO(read_picture(io.BytesIO(raw)).look)).convert("L")
    halves = (0, 0, 150, 256), (250, 0, 384, 256)
    dark, bright = (look.crop(half).getextrema()[1] for half in halves)
    assert bright > dark + 80


def test_a_turned_picture_stands_upright_and_its_preview_too() -> None:
    out = io.BytesIO()
    Image.open(io.BytesIO(files.jpeg())).save(out, "JPEG", exif=turned())
    look = Image.open(io.BytesIO(read_picture(io.BytesIO(out.getvalue())).look))
    assert look.size[1] > look.size[0]
    # a raw file says it for its preview, which does not: of what is kept of it, that must be said
    raw = io.BytesIO(files.dng(preview=files.jpeg(size=600), turned=6))
    look = Image.open(io.BytesIO(read_picture(raw).look))
    assert look.size[1] > look.size[0]
    alone = Image.open(io.BytesIO(pixels_of(raw)))
    assert alone.getexif()[files.ORIENTATION] == 6


def turned() -> bytes:
    exif = Image.Exif()
    exif[files.ORIENTATION] = 6
    return exif.tobytes()


def test_the_size_told_is_the_pictures_own_however_small_it_was_decoded() -> None:
    out = io.BytesIO()
    Image.new("RGB", (12_000, 9_000), (40, 40, 40)).save(out, "JPEG")
    picture = read_picture(io.BytesIO(out.getvalue()))
    assert (picture.width_px, picture.height_px) == (12_000, 9_000)
    assert max(Image.open(io.BytesIO(picture.look)).size) == 1920


@pytest.mark.parametrize("cut", [10, 200, 5_000, 60_000, 150_000])
def test_a_raw_file_cut_short_anywhere_is_refused_in_words(cut: int) -> None:
    with pytest.raises(WrongValue, match="cut short"):
        in_pieces(files.dng(at=AT)[:cut])


def test_tables_that_lead_round_in_circles_or_lie_about_length_end() -> None:
    circle = b"II*\0\x08\0\0\0" + b"\x01\0" + b"\x69\x87\x04\0\x01\0\0\0\x08\0\0\0" + b"\x08\0\0\0"
    lie = b"MM\0*\0\0\0\x08" + b"\xff\xff" + b"\x01\x0f\0\x02\xff\xff\xff\xff\0\0\0\0" * 9
    short = b"II*\0\x08", b"FUJIFILMCCD-RAW 0201", b"FUJIFILMCCD-RAW" + bytes(71)
    for content in (circle, lie, lie + bytes(9_000_000), *short):
        with pytest.raises(WrongValue):
            in_pieces(content)


# ISO 12232: mid-grey takes in 10/S lx·s and a sensor is full at 78/S, 2.96 stops over it.
@pytest.mark.parametrize("turned", [1, 6])
def test_a_raw_file_is_read_at_a_spot_in_its_own_light(turned: int) -> None:
    light = np.full((512, 768), 10 / 78 / 4)
    light[:, 384:] = 1.0
    pixels = light_of(io.BytesIO(files.dng(light, preview=files.jpeg(size=600), turned=turned)))
    assert pixels is not None
    dark, full = spot_in_raw(pixels, 0.2, 0.2), spot_in_raw(pixels, 0.8, 0.8)
    assert (dark.stops, dark.end, dark.by) == (pytest.approx(-2, abs=0.01), "", "raw")
    assert (full.stops, full.end) == (pytest.approx(2.96, abs=0.01), "clipped")


def test_half_a_spot_at_an_end_says_only_at_least() -> None:
    levels = np.full((300, 400, 3), 118.0)  # 18 % by IEC 61966-2-1
    levels[:, 200:, 0] = 255.0  # one colour is enough: what it lost nobody knows
    levels[:100] = 0.0
    grey, red, black = (spot_in_levels(levels, x, y) for x, y in ((0.2, 0.6), (0.8, 0.6), (0, 0)))
    assert (grey.stops, grey.end) == (pytest.approx(0, abs=0.02), "")
    assert (red.end, black.end) == ("clipped", "black")
