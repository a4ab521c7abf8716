"""What goes out is read by two other libraries each."""

import io
from xml.etree import ElementTree

import exiv2
import piexif
import pytest
import rdflib
from PIL import Image

from patient_owl.core.errors import WrongValue
from patient_owl.formats.photo_files.jpeg_copy import Marks, marked_jpeg
from patient_owl.formats.xmp import sidecar_xmp
from patient_owl.formats.xmp_in import read_sidecar
from tests import files
from tests.files import AT, sidecar


def by_exiv2(content: bytes) -> exiv2.XmpData:
    image = exiv2.ImageFactory.open(content)
    image.readMetadata()
    return image.xmpData()


def test_a_sidecar_is_read_by_two_other_libraries() -> None:
    content = sidecar_xmp(sidecar())
    told = by_exiv2(content)
    assert told["Xmp.xmp.Rating"].toInt64() == 4
    assert told["Xmp.xmp.Label"].toString() == "kept"
    assert "Stars & <lantern> ☾" in told["Xmp.dc.title"].toString()
    assert list(told["Xmp.dc.subject"].value()) == ["fog", "Skarn Light"]
    assert told["Xmp.exif.ExposureTime"].toFloat() == pytest.approx(0.25)
    assert told["Xmp.exif.FNumber"].toFloat() == pytest.approx(2.8)
    graph = rdflib.Graph()
    inner = ElementTree.tostring(ElementTree.fromstring(content)[0], encoding="unicode")
    graph.parse(data=inner, format="xml")
    said = {str(name).split("/")[-1]: str(value) for _, name, value in graph}
    # CIPA DC-010: degrees, minutes and the side; 0.302° are 18.12′
    assert said["GPSLatitude"] == "43,18.1200N"
    assert said["GPSLongitude"] == "9,12.8400W"
    assert said["DateTimeOriginal"] == "2026-12-09T23:41:07+01:00"


def test_a_rejected_picture_says_so_and_what_is_not_known_is_left_out() -> None:
    told = by_exiv2(sidecar_xmp(sidecar(is_rejected=True, rating=3, iso=None, tags=[])))
    assert told["Xmp.xmp.Rating"].toInt64() == -1
    keys = {datum.key() for datum in told}
    assert "Xmp.exif.ISOSpeedRatings" not in keys
    assert "Xmp.dc.subject" not in keys


@pytest.mark.parametrize("compact", [True, False])
def test_a_sidecar_that_another_library_wrote_is_read(compact: bool) -> None:
    said = exiv2.XmpData()
    said["Xmp.xmp.Rating"] = "-1" if compact else "3"
    said["Xmp.xmp.Label"] = "Second look"
    said["Xmp.dc.description"] = exiv2.LangAltValue("fog on the causeway")
    said["Xmp.dc.subject"] = exiv2.XmpArrayValue(["fog", "Skarn & co"])
    form = exiv2.XmpParser.XmpFormatFlags
    _, packet = exiv2.XmpParser.encode(
        said, form.useCompactFormat if compact else form.omitPacketWrapper
    )
    thought = read_sidecar(packet.encode())
    assert (thought.rating, thought.is_rejected) == ((0, True) if compact else (3, False))
    assert (thought.label, thought.description) == ("Second look", "fog on the causeway")
    assert thought.tags == ("fog", "Skarn & co")


@pytest.mark.parametrize(
    ("content", "got"),
    [
        (b'<!DOCTYPE x [<!ENTITY a "aaaa">]><x>&a;</x>', "entities"),
        (b"<x", "well-formed"),
        (b"<x/>", "describes no picture"),
        (sidecar_xmp(sidecar()).replace(b">4<", b">inf<"), "inf"),
    ],
)
def test_a_sidecar_that_is_none_is_told_so(content: bytes, got: str) -> None:
    with pytest.raises(WrongValue) as told:
        read_sidecar(content)
    assert got in str(told.value.got)


def marks(**over: object) -> Marks:
    said = {
        "description": "Winter stars, Skarn",
        "rating": 5,
        "taken_at": AT,
        "exposure_s": 1 / 3,
        "f_number": 2.8,
        "iso": 102_400.0,
        "position_deg": (43.302, -9.214),
        **over,
    }
    return Marks(**said)  # type: ignore[arg-type]


def test_a_copys_head_is_read_by_two_other_libraries_and_its_pixels_are_the_same() -> None:
    before = files.jpeg(camera="full-frame body")
    after = marked_jpeg(before, marks())
    image = exiv2.ImageFactory.open(after)
    image.readMetadata()
    exif = image.exifData()
    assert exif["Exif.Photo.DateTimeOriginal"].toString() == "2026:12:09 23:41:07"
    assert exif["Exif.Photo.OffsetTimeOriginal"].toString() == "+01:00"
    assert exif["Exif.Photo.ExposureTime"].toFloat() == pytest.approx(1 / 3, abs=1e-4)
    assert exif["Exif.Image.Model"].toString() == "full-frame body"
    assert exif["Exif.Image.Rating"].toInt64() == 5
    gps = piexif.load(after)["GPS"]
    degrees, minutes, seconds = (a / b for a, b in gps[piexif.GPSIFD.GPSLatitude])
    assert degrees + minutes / 60 + seconds / 3600 == pytest.approx(43.302, abs=1e-6)
    assert gps[piexif.GPSIFD.GPSLongitudeRef] == b"W"
    ours, theirs = (Image.open(io.BytesIO(one)).tobytes() for one in (before, after))
    assert ours == theirs


def test_the_place_is_kept_to_oneself_unless_asked() -> None:
    assert piexif.load(marked_jpeg(files.jpeg(), marks(position_deg=None)))["GPS"] == {}
    with pytest.raises(WrongValue, match="a JPEG"):
        marked_jpeg(b"II*\0", marks())
