"""Places in and out: GPX 1.1, KML 2.2, GeoJSON (RFC 7946). Readers and writers, no policy.

A Waypoint is what all three can carry: name, position, elevation, a description. What a
format cannot carry (sky brightness, horizon, zone) goes out as GeoJSON properties only.
"""

import io
import json
import math
from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from typing import Any
from xml.etree import ElementTree as ET  # only for writing; reading is defused

import gpxpy
import gpxpy.gpx
from defusedxml.common import DefusedXmlException
from defusedxml.ElementTree import iterparse

from patient_owl.core.errors import WrongValue
from patient_owl.formats.text import decoded, read_json
from patient_owl.ports.fields import MOST_DEPTH, plain_text

MOST_WAYPOINTS = 1000
MOST_BYTES = 5_000_000
KML = "http://www.opengis.net/kml/2.2"
FORMATS = ("gpx", "kml", "geojson")
MEDIA_TYPES = {
    "gpx": "application/gpx+xml",
    "kml": "application/vnd.google-earth.kml+xml",
    "geojson": "application/geo+json",
}


@dataclass(frozen=True)
class Waypoint:
    """A named position. properties: extra values only GeoJSON carries."""

    name: str
    latitude_deg: float
    longitude_deg: float
    elevation_m: float = 0.0
    description: str = ""
    properties: dict[str, Any] = field(default_factory=dict)


def read_waypoints(content: bytes) -> list[Waypoint]:
    """The waypoints of a file in any of the three formats, told apart by what is in it."""
    if len(content) > MOST_BYTES:
        raise WrongValue(
            "file", f"at most {MOST_BYTES // 10**6} MB", f"{len(content) / 1e6:.1f} MB"
        )
    text = decoded(content, "GPX, KML or GeoJSON")
    start = text.lstrip()[:2000]
    if start.startswith(("{", "[")):
        waypoints = _read_geojson(text)
    elif "<gpx" in start:
        waypoints = _read_gpx(text)
    elif "<kml" in start:
        waypoints = _read_kml(text)
    else:
        raise WrongValue("file", "GPX, KML or GeoJSON", "something else")
    if not waypoints:
        raise WrongValue("file", "at least one waypoint", "none")
    if len(waypoints) > MOST_WAYPOINTS:
        raise WrongValue("file", f"at most {MOST_WAYPOINTS} waypoints", len(waypoints))
    for waypoint in waypoints:
        _check(waypoint)
    # an escape may have written what plain text has not
    return [
        replace(w, name=plain_text(w.name), description=plain_text(w.description))
        for w in waypoints
    ]


def _check(waypoint: Waypoint) -> None:
    for name, value, most in (
        ("latitude", waypoint.latitude_deg, 90),
        ("longitude", waypoint.longitude_deg, 180),
    ):
        if not (math.isfinite(value) and abs(value) <= most):
            wanted = f"−{most} to {most}"
            raise WrongValue(f"{name} of “{waypoint.name}”", wanted, f"{value:g}")
    if not (math.isfinite(waypoint.elevation_m) and -430 <= waypoint.elevation_m <= 9000):
        got = f"{waypoint.elevation_m:g} m"
        raise WrongValue(f"elevation of “{waypoint.name}”", "−430 to 9000 m", got)


def _defused(text: str) -> Any:
    """The root of an XML text without entities or external references, nested no deeper than a
    file of places is: so every element is met a bounded number of times."""
    try:
        depth, root = 0, None
        steps = iterparse(io.BytesIO(text.encode()), events=("start", "end"), forbid_dtd=True)
        for event, element in steps:
            root = element if root is None else root
            depth += 1 if event == "start" else -1
            if depth > MOST_DEPTH:
                raise WrongValue("file", f"XML of at most {MOST_DEPTH} levels", "more")
        return root
    except DefusedXmlException as error:
        raise WrongValue("file", "XML without entities", "a file that defines some") from error
    except ET.ParseError as error:
        raise WrongValue("file", "well-formed XML", f"an error at {error}") from error


def _read_gpx(text: str) -> list[Waypoint]:
    _defused(text)
    try:
        gpx = gpxpy.parse(text)
    except (gpxpy.gpx.GPXException, ValueError) as error:
        raise WrongValue("file", "GPX 1.0 or 1.1", str(error)) from error
    return [
        Waypoint(
            point.name or f"Waypoint {k}",
            float(point.latitude),
            float(point.longitude),
            float(point.elevation or 0),
            point.description or point.comment or "",
        )
        for k, point in enumerate(gpx.waypoints, 1)
    ]


def _read_kml(text: str) -> list[Waypoint]:
    waypoints: list[Waypoint] = []
    for mark in _defused(text).iter():
        if not str(mark.tag).endswith("Placemark"):
            continue
        parts = {str(e.tag).rpartition("}")[2]: (e.text or "").strip() for e in mark.iter()}
        if "Point" not in parts or "coordinates" not in parts:
            continue
        numbers = _numbers(parts["coordinates"], parts.get("name", ""))
        waypoints.append(
            Waypoint(
                parts.get("name") or f"Placemark {len(waypoints) + 1}",
                numbers[1],
                numbers[0],
                numbers[2] if len(numbers) > 2 else 0.0,
                parts.get("description", ""),
            )
        )
    return waypoints


def _numbers(text: str, name: str) -> list[float]:
    try:
        numbers = [float(part) for part in text.split(",")]
    except ValueError:
        numbers = []
    if len(numbers) < 2:
        raise WrongValue(f"coordinates of “{name}”", "longitude,latitude[,elevation]", text[:40])
    return numbers


def _read_geojson(text: str) -> list[Waypoint]:
    root = read_json(text, "well-formed GeoJSON")
    features = root.get("features", [root]) if isinstance(root, dict) else []
    waypoints: list[Waypoint] = []
    for feature in features if isinstance(features, list) else []:
        geometry = feature.get("geometry") if isinstance(feature, dict) else None
        if not isinstance(geometry, dict) or geometry.get("type") != "Point":
            continue
        properties = feature.get("properties")
        properties = dict(properties) if isinstance(properties, dict) else {}
        name = str(properties.pop("name", "") or f"Point {len(waypoints) + 1}")
        numbers = _position(geometry.get("coordinates"), name)
        waypoints.append(
            Waypoint(
                name,
                numbers[1],
                numbers[0],
                numbers[2] if len(numbers) > 2 else 0.0,
                str(properties.pop("description", "") or ""),
                properties,
            )
        )
    return waypoints


def _position(value: object, name: str) -> list[float]:
    if isinstance(value, list) and len(value) >= 2:
        numbers = [float(n) for n in value if isinstance(n, int | float)]
        if len(numbers) == len(value):
            return numbers
    raise WrongValue(f"coordinates of “{name}”", "[longitude, latitude]", value)


def write_waypoints(waypoints: Sequence[Waypoint], form: str) -> str:
    """The waypoints in one of FORMATS."""
    writers = {"gpx": _write_gpx, "kml": _write_kml, "geojson": _write_geojson}
    if form not in writers:
        raise WrongValue("format", "one of " + ", ".join(FORMATS), form)
    return writers[form](waypoints)


def _write_gpx(waypoints: Sequence[Waypoint]) -> str:
    gpx = gpxpy.gpx.GPX()
    gpx.creator = "Patient Owl"
    for w in waypoints:
        gpx.waypoints.append(
            gpxpy.gpx.GPXWaypoint(
                w.latitude_deg,
                w.longitude_deg,
                w.elevation_m,
                name=w.name,
                description=w.description or None,
            )
        )
    return str(gpx.to_xml(version="1.1"))


def _write_kml(waypoints: Sequence[Waypoint]) -> str:
    ET.register_namespace("", KML)
    root = ET.Element(f"{{{KML}}}kml")
    document = ET.SubElement(root, f"{{{KML}}}Document")
    for w in waypoints:
        mark = ET.SubElement(document, f"{{{KML}}}Placemark")
        ET.SubElement(mark, f"{{{KML}}}name").text = w.name
        if w.description:
            ET.SubElement(mark, f"{{{KML}}}description").text = w.description
        point = ET.SubElement(mark, f"{{{KML}}}Point")
        where = f"{w.longitude_deg!r},{w.latitude_deg!r},{w.elevation_m!r}"
        ET.SubElement(point, f"{{{KML}}}coordinates").text = where
    return ET.tostring(root, encoding="unicode", xml_declaration=True)


def _write_geojson(waypoints: Sequence[Waypoint]) -> str:
    features = [
        {
            "type": "Feature",
            "geometry": {
                "type": "Point",
                "coordinates": [w.longitude_deg, w.latitude_deg, w.elevation_m],
            },
            "properties": {"name": w.name, "description": w.description, **w.properties},
        }
        for w in waypoints
    ]
    collection = {"type": "FeatureCollection", "features": features}
    return json.dumps(collection, ensure_ascii=False, indent=1)
