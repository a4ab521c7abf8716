"""Open formats in and out, read back by their own libraries."""

import json
import unicodedata
from xml.etree import ElementTree as ET

import gpxpy
import pytest
from hypothesis import given
from hypothesis import strategies as st

from patient_owl.core.errors import WrongValue
from patient_owl.formats.horizon_csv import read_horizon
from patient_owl.formats.places import FORMATS, Waypoint, read_waypoints, write_waypoints

# composed, as everything is kept
plain = st.text(st.characters(categories=["L", "N", "P", "S"]), min_size=1, max_size=30).map(
    lambda text: unicodedata.normalize("NFC", text)
)
waypoints = st.builds(
    Waypoint,
    plain,
    st.floats(-90, 90).map(lambda v: round(v, 6)),
    st.floats(-180, 180).map(lambda v: round(v, 6)),
    st.floats(-400, 8000).map(lambda v: round(v, 1)),
    st.just("") | plain,
)


@pytest.mark.parametrize("form", FORMATS)
@given(places=st.lists(waypoints, min_size=1, max_size=4))
def test_places_come_back_from_every_format(form: str, places: list[Waypoint]) -> None:
    assert read_waypoints(write_waypoints(places, form).encode()) == places


def test_files_follow_their_standards() -> None:
    place = Waypoint(
        "Skarn & Light", 43.3, -9.2, 12.0, "at the slip", {"time_zone": "Europe/Madrid"}
    )
    gpx = gpxpy.parse(write_waypoints([place], "gpx"))
    assert gpx.version == "1.1"
    assert gpx.waypoints[0].name == "Skarn & Light"
    # RFC 7946: longitude first; unknown members belong into properties
    feature = json.loads(write_waypoints([place], "geojson"))["features"][0]
    assert feature["geometry"]["coordinates"] == [-9.2, 43.3, 12.0]
    assert feature["properties"]["time_zone"] == "Europe/Madrid"
    root = ET.fromstring(write_waypoints([place], "kml"))
    assert root.tag == "{http://www.opengis.net/kml/2.2}kml"


BOMB = """<?xml version="1.0"?><!DOCTYPE kml [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]>
<kml xmlns="http://www.opengis.net/kml/2.2"><Placemark><name>&b;</name></Placemark></kml>"""
FEATURE = '{"type":"Feature","geometry":{"type":"Point","coordinates":%s},"properties":{}}'
MANY = "".join(f'<wpt lat="1" lon="{k / 100}"/>' for k in range(1001))


@pytest.mark.parametrize(
    ("text", "said"),
    [
        (BOMB, "XML without entities"),
        ("<gpx><wpt lat='1'", "well-formed XML"),
        ('<gpx version="1.1"><wpt lat="95" lon="1"><name>X</name></wpt></gpx>', "latitude of “X”"),
        (f'<gpx version="1.1">{MANY}</gpx>', "at most 1000 waypoints"),
        ('{"type": "FeatureCollection", "features": []}', "at least one waypoint"),
        (FEATURE % '["a", 1]', "longitude, latitude"),
        (FEATURE % "[1e999, 1]", "−180 to 180"),
        ("{", "well-formed GeoJSON"),
        ("hello", "GPX, KML or GeoJSON"),
    ],
)
def test_a_file_that_cannot_be_used_is_refused_in_words(text: str, said: str) -> None:
    with pytest.raises(WrongValue, match=said):
        read_waypoints(text.encode())


def test_a_file_that_is_too_large_or_no_text_is_refused() -> None:
    with pytest.raises(WrongValue, match="at most 5 MB"):
        read_waypoints(b" " * 5_000_001)
    with pytest.raises(WrongValue, match="UTF-8"):
        read_waypoints(b"\xff\xd8\xff\xe0 a picture")


def test_a_horizon_is_read_from_csv_with_or_without_a_heading() -> None:
    lines = ["azimuth;altitude", "# surveyed", *(f"{az};{az / 40}" for az in range(0, 360, 40))]
    assert read_horizon("\n".join(lines))[1] == (40.0, 1.0)
    assert len(read_horizon("350,3\n" + "".join(f"{az},2\n" for az in range(0, 301, 50)))) == 8


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("0,1\n90,2\n180,3\n270,1", "no gap over 60°"),
        ("0,1\nnorth,2", "line 2"),
        ("0,1\n10,2,3", "line 2"),
        ("0,1\n0,2", "each azimuth once"),
        ("0,1\n400,2", "an azimuth from 0 to 360"),
        ("0,nan\n10,2", "line 1"),
        ("", "at least two"),
    ],
)
def test_a_horizon_with_gaps_or_nonsense_names_the_line(text: str, said: str) -> None:
    with pytest.raises(WrongValue, match=said):
        read_horizon(text)
