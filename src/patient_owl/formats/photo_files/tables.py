"""The tables a raw file begins with: what it says of itself, and where its previews lie.

Most raw kinds are TIFF files in disguise [tiff6]: a header, then tables of tags that lead to
further tables. One keeps them in boxes [iso14496-12], one has a header of its own and then a JPEG.
"""

import struct
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import BinaryIO

from patient_owl.formats.photo_files.exif import EXIF_IFD, TAGS
from patient_owl.formats.photo_files.partial_file import size_of, stretch

_PLAIN = (b"*\0", b"\0*")
_TIFF_HEADERS = (b"II*\0", b"MM\0*", b"IIU\0", b"IIRO", b"IIRS", b"MMOR")
_RAW_MARK = b"CR"  # after the header of one kind that says it nowhere else
_WITH_JPEG = b"FUJIFILMCCD-RAW"
_JPEG_AT = 84, 88  # where and how long the JPEG of such a file is, big-endian words
_BOXED = b"ftypcrx "
_TABLE_BOXES = (b"CMT1", b"CMT2")
_HEAD_OF_BOXES = 65_536  # holds the tables of a boxed file

_SUB_TABLES, _JPEG_START, _JPEG_LENGTH = 0x014A, 0x0201, 0x0202
_STRIPS, _STRIP_LENGTHS, _COMPRESSION, _BITS = 0x0111, 0x0117, 0x0103, 0x0102
_JPEG_FROM_RAW = 0x002E  # in the first table of one kind
_JPEG_COMPRESSED = (6, 7)
_PHOTOMETRIC = 0x0106
_UNMADE = (32_803, 34_892)  # pixels of one colour each, or not yet developed
_DNG_VERSION = 0xC612
_WANTED = {
    *TAGS, EXIF_IFD, _SUB_TABLES, _JPEG_START, _JPEG_LENGTH, _STRIPS, _STRIP_LENGTHS,
    _COMPRESSION, _BITS, _PHOTOMETRIC, _DNG_VERSION,
}  # fmt: skip
# By the number of a kind: how it is unpacked, two letters for a fraction, and its bytes.
_KINDS = {
    1: ("B", 1), 2: ("s", 1), 3: ("H", 2), 4: ("I", 4), 5: ("II", 8), 7: ("s", 1), 9: ("i", 4),
    10: ("ii", 8), 13: ("I", 4),
}  # fmt: skip
_LONGEST_VALUE = 4096  # of what is wanted; a lie about its length fetches nothing
_MOST_TABLES = 24
_LEAST_PREVIEW_BYTES = 8_000  # less is a stamp of 160 pixels; common practice


@dataclass(frozen=True)
class Tables:
    """tags: of the first table and the EXIF table. previews: stretches of the file that are said
    to be JPEG pictures, the longest first. is_raw: its own pixels are not made up yet."""

    tags: Mapping[int, object] = field(default_factory=dict)
    previews: tuple[tuple[int, int], ...] = ()
    is_raw: bool = False


def may_be_raw(file: BinaryIO) -> bool:
    """By its first bytes; a plain TIFF begins like a raw file."""
    head = stretch(file, 0, 16)
    return head.startswith((*_TIFF_HEADERS, _WITH_JPEG)) or _BOXED in head


def tables_of(file: BinaryIO) -> Tables:
    """Of any file; nothing where it has none that can be read."""
    head = stretch(file, 0, 16)
    if head.startswith(_WITH_JPEG):
        start, length = (_word(stretch(file, at, at + 4), ">I") for at in _JPEG_AT)
        return Tables(previews=_inside(file, [(start, start + length)]), is_raw=True)
    if _BOXED in head:
        return _boxed(file)
    if head[:4] in _TIFF_HEADERS:
        return _walked(file, 0)
    return Tables()


def _boxed(file: BinaryIO) -> Tables:
    head = stretch(file, 0, min(size_of(file), _HEAD_OF_BOXES))
    tags: dict[int, object] = {}
    for name in _TABLE_BOXES:
        at = head.find(name)
        if at >= 0:
            tags |= _walked(file, at + 4).tags
    return Tables(tags, (), is_raw=True)


def _walked(file: BinaryIO, base: int) -> Tables:
    """All tables that hang together; base: where the header stands."""
    header = stretch(file, base, base + 8)
    order = "<" if header[:2] == b"II" else ">"
    todo, seen = [_word(header[4:8], f"{order}I")], set[int]()
    tags: dict[int, object] = {}
    previews: list[tuple[int, int]] = []
    is_raw = header[2:4] not in _PLAIN or stretch(file, base + 8, base + 10) == _RAW_MARK
    while todo and len(seen) < _MOST_TABLES:
        at = todo.pop(0)
        if at in seen or not 0 < base + at < size_of(file):
            continue
        seen.add(at)
        table, following = _table(file, base, at, order)
        is_raw = is_raw or _DNG_VERSION in table or table.get(_PHOTOMETRIC) in _UNMADE
        previews += [(base + a, base + b) for a, b in _jpegs(table)]
        # the first table speaks for the file; later ones are of its previews
        tags = {**table, **tags}
        todo += [*_whole(table.get(EXIF_IFD)), *_whole(table.get(_SUB_TABLES)), following]
    return Tables(tags, _inside(file, previews), is_raw)


def _table(file: BinaryIO, base: int, at: int, order: str) -> tuple[dict[int, object], int]:
    """Its tags that are wanted, and where the next table is; what is broken is left out."""
    count = _word(stretch(file, base + at, base + at + 2), f"{order}H")
    rows = stretch(file, base + at + 2, base + at + 2 + 12 * count + 4)
    entries: dict[int, object] = {}
    for place in range(0, len(rows) - 15, 12):
        tag, kind, many = struct.unpack(f"{order}HHI", rows[place : place + 8])
        letters, size = _KINDS.get(kind, ("", 0))
        length = many * size
        if tag not in _WANTED or not 0 < length <= _LONGEST_VALUE:
            if tag == _JPEG_FROM_RAW:
                start = _word(rows[place + 8 : place + 12], f"{order}I")
                entries[tag] = (start, start + many)
            continue
        content = rows[place + 8 : place + 8 + length]
        if length > 4:
            start = base + _word(rows[place + 8 : place + 12], f"{order}I")
            content = stretch(file, start, start + length)
        if len(content) == length:
            entries[tag] = _value(content, order, letters)
    return entries, _word(rows[12 * count :], f"{order}I")


def _word(content: bytes, form: str) -> int:
    """A number; 0 where the file ends before it."""
    number: int = struct.unpack(form, content)[0] if len(content) == struct.calcsize(form) else 0
    return number


def _value(content: bytes, order: str, letters: str) -> object:
    """Text, one number, or several; a fraction is a number."""
    if letters == "s":
        return content.rstrip(b"\0 ")
    numbers = struct.unpack(
        f"{order}{len(content) // struct.calcsize(letters[0])}{letters[0]}", content
    )
    if len(letters) == 2:
        pairs = zip(numbers[::2], numbers[1::2], strict=True)
        numbers = tuple(above / below if below else 0.0 for above, below in pairs)
    return numbers[0] if len(numbers) == 1 else numbers


def _jpegs(table: Mapping[int, object]) -> list[tuple[int, int]]:
    """Stretches that are said to be pictures of eight bits."""
    stretches = []
    starts, lengths = _whole(table.get(_JPEG_START)), _whole(table.get(_JPEG_LENGTH))
    if table.get(_COMPRESSION) in _JPEG_COMPRESSED and set(_whole(table.get(_BITS))) <= {8}:
        strips = _whole(table.get(_STRIPS)), _whole(table.get(_STRIP_LENGTHS))
        starts, lengths = starts + strips[0], lengths + strips[1]
    if len(starts) == len(lengths):
        stretches = [(start, start + length) for start, length in zip(starts, lengths, strict=True)]
    inside = table.get(_JPEG_FROM_RAW)
    return [*stretches, inside] if isinstance(inside, tuple) else stretches


def _whole(value: object) -> list[int]:
    values = value if isinstance(value, tuple) else (value,)
    return [value for value in values if isinstance(value, int)]


def _inside(file: BinaryIO, stretches: list[tuple[int, int]]) -> tuple[tuple[int, int], ...]:
    size = size_of(file)
    real = {(a, b) for a, b in stretches if a > 0 and b <= size and b - a > _LEAST_PREVIEW_BYTES}
    return tuple(sorted(real, key=lambda stretch: stretch[0] - stretch[1]))
