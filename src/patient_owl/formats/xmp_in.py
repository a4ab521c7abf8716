"""What another program thought of a picture, out of an XMP sidecar. [iso16684]

A property may stand as an attribute or as an element; both are read. Entities and document types
are forbidden before anything is read.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from xml.etree.ElementTree import Element

from defusedxml import ElementTree

from patient_owl.core.errors import WrongValue
from patient_owl.formats.xmp import REJECTED, described, name_of

MOST_BYTES = 1_000_000  # a sidecar with all its edits has a tenth of it
_WANTED = "an XMP sidecar, XML without entities of its own"
_MOST_RATING = 5  # [iso16684]


@dataclass(frozen=True)
class Thought:
    """rating: 0 to 5, 0 for none. label: whatever word its program has."""

    rating: int
    is_rejected: bool
    label: str
    description: str
    tags: Sequence[str]


def read_sidecar(content: bytes) -> Thought:
    """WrongValue says what it is instead."""
    if len(content) > MOST_BYTES:
        raise WrongValue("file", f"at most {MOST_BYTES // 1_000_000} MB of XMP", "more")
    try:
        root = ElementTree.fromstring(content, forbid_dtd=True)
    except Exception as error:  # whatever a broken file leads its reader to
        raise WrongValue("file", _WANTED, "no well-formed XML, or one with entities") from error
    descriptions = list(root.iter(described()))
    if not descriptions:
        raise WrongValue("file", _WANTED, "XML that describes no picture")
    said = _first(descriptions, "xmp", "Rating") or "0"
    try:
        rating = round(float(said))
    except (ValueError, OverflowError) as error:
        raise WrongValue("file", "a rating from −1 to 5", said[:40]) from error
    return Thought(
        rating=min(max(rating, 0), _MOST_RATING),
        is_rejected=rating == REJECTED,
        label=_first(descriptions, "xmp", "Label"),
        description=next(_items(descriptions, "description"), ""),
        tags=tuple(_items(descriptions, "subject")),
    )


def _first(descriptions: Sequence[Element], prefix: str, name: str) -> str:
    """The value of a simple property; empty without one."""
    key = name_of(prefix, name)
    for description in descriptions:
        text = description.get(key) or description.findtext(key)
        if text:
            return text.strip()
    return ""


def _items(descriptions: Sequence[Element], name: str) -> Iterator[str]:
    """The items of a list of Dublin Core, of whichever kind."""
    for description in descriptions:
        for listed in description.iterfind(name_of("dc", name)):
            yield from (text for item in listed.iter(name_of("rdf", "li")) if (text := _text(item)))


def _text(item: Element) -> str:
    return (item.text or "").strip()
