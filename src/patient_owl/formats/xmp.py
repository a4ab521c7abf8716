"""XMP sidecars: what was thought of a picture, beside its original, for any program that reads
them. [iso16684]"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from xml.etree import ElementTree

_RDF = "http://www.w3.org/1999/02/22-rdf-syntax-ns#"
_XMETA = "adobe:ns:meta/"
_NAMESPACES = {
    "rdf": _RDF,
    "x": _XMETA,
    "xmp": "http://ns.adobe.com/xap/1.0/",
    "dc": "http://purl.org/dc/elements/1.1/",
    "exif": "http://ns.adobe.com/exif/1.0/",
    "Iptc4xmpCore": "http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/",
    "owl": "urn:patient-owl:picture:1",
}
_LANGUAGE = "{http://www.w3.org/XML/1998/namespace}lang"
REJECTED = -1  # a rating that says so. [iso16684]
_FRACTION = 1000  # of a second or a stop of the ring: what any file needs


@dataclass(frozen=True)
class Sidecar:
    """rating: 0 to 5, 0 for none. label: a word of ours. plan: the sentence it was planned by."""

    title: str
    description: str
    tags: Sequence[str]
    rating: int
    label: str
    is_rejected: bool
    place: str
    latitude_deg: float
    longitude_deg: float
    taken_at: datetime | None
    exposure_s: float | None
    f_number: float | None
    iso: float | None
    plan: str


def sidecar_xmp(sidecar: Sidecar) -> bytes:
    """The whole file, UTF-8."""
    for prefix, uri in _NAMESPACES.items():
        ElementTree.register_namespace(prefix, uri)
    root = ElementTree.Element(name_of("x", "xmpmeta"))
    description = ElementTree.SubElement(
        ElementTree.SubElement(root, name_of("rdf", "RDF")), described()
    )
    description.set(name_of("rdf", "about"), "")
    rating = REJECTED if sidecar.is_rejected else sidecar.rating
    _put(description, "xmp", "Rating", str(rating) if rating else "")
    _put(description, "xmp", "Label", sidecar.label)
    _in_language(description, "title", sidecar.title)
    _in_language(description, "description", sidecar.description)
    _bag(description, "subject", sidecar.tags)
    _put(description, "Iptc4xmpCore", "Location", sidecar.place)
    _put(description, "exif", "GPSLatitude", _minutes(sidecar.latitude_deg, "NS"))
    _put(description, "exif", "GPSLongitude", _minutes(sidecar.longitude_deg, "EW"))
    if sidecar.taken_at is not None:
        _put(description, "exif", "DateTimeOriginal", sidecar.taken_at.isoformat())
    _put(description, "exif", "ExposureTime", _fraction(sidecar.exposure_s))
    _put(description, "exif", "FNumber", _fraction(sidecar.f_number))
    if sidecar.iso is not None:
        _list(description, "exif", "ISOSpeedRatings", "Seq", [str(round(sidecar.iso))])
    _put(description, "owl", "Plan", sidecar.plan)
    ElementTree.indent(root)
    content: bytes = ElementTree.tostring(root, encoding="utf-8", xml_declaration=True)
    return content


def name_of(prefix: str, name: str) -> str:
    return f"{{{_NAMESPACES[prefix]}}}{name}"


def described() -> str:
    return name_of("rdf", "Description")


def _put(description: ElementTree.Element, prefix: str, name: str, text: str) -> None:
    if text:
        ElementTree.SubElement(description, name_of(prefix, name)).text = text


def _in_language(description: ElementTree.Element, name: str, text: str) -> None:
    if text:
        item = _list(description, "dc", name, "Alt", [text])
        item.set(_LANGUAGE, "x-default")


def _bag(description: ElementTree.Element, name: str, texts: Sequence[str]) -> None:
    if texts:
        _list(description, "dc", name, "Bag", texts)


def _list(
    description: ElementTree.Element, prefix: str, name: str, kind: str, texts: Sequence[str]
) -> ElementTree.Element:
    """The last item of it."""
    items = ElementTree.SubElement(
        ElementTree.SubElement(description, name_of(prefix, name)), name_of("rdf", kind)
    )
    item = items
    for text in texts:
        item = ElementTree.SubElement(items, name_of("rdf", "li"))
        item.text = text
    return item


def _minutes(degrees: float, sides: str) -> str:
    """`43,18.1200N`. [cipa-dc010]"""
    whole, rest = divmod(abs(degrees), 1)
    return f"{int(whole)},{60 * rest:.4f}{sides[0] if degrees >= 0 else sides[1]}"


def _fraction(value: float | None) -> str:
    if value is None:
        return ""
    if value < 1 and abs(1 / value - round(1 / value)) < 1 / _FRACTION:
        return f"1/{round(1 / value)}"
    return f"{round(value * _FRACTION)}/{_FRACTION}"
