"""JPEG pictures found inside other files, by their beginnings. [itu-t81, B.1]"""

import itertools
import re

START = b"\xff\xd8"
# Start of image, then a segment that a picture may begin with.
_BEGINS = re.compile(rb"\xff\xd8\xff[\xc0\xc2\xc4\xdb\xdd\xe0-\xef\xfe]", re.DOTALL)
_MOST_LOOKED_AT = 2000  # beginnings; chance makes one in a hundred megabytes
_MOST_SEGMENTS = 64  # before the frame's own
_MOST_FOUND = 4  # worth trying, the largest first


def found_inside(content: bytes) -> list[tuple[int, int]]:
    """Where JPEG pictures begin inside a file that is not one itself, and their pixels; the
    largest first."""
    stretches = []
    for beginning in itertools.islice(_BEGINS.finditer(content, 1), _MOST_LOOKED_AT):
        pixels = pixels_at(content, beginning.start())
        if pixels:
            stretches.append((beginning.start(), pixels))
    return sorted(stretches, key=lambda stretch: -stretch[1])[:_MOST_FOUND]


def pixels_at(content: bytes, at: int) -> int:
    """How many pixels the head of a JPEG says it has; 0 where there is none."""
    at += 2
    for _ in range(_MOST_SEGMENTS):
        mark = content[at : at + 9]
        if len(mark) < 9 or mark[0] != 0xFF:
            return 0
        if 0xC0 <= mark[1] <= 0xCF and mark[1] not in (0xC4, 0xC8, 0xCC):
            height, width = int.from_bytes(mark[5:7]), int.from_bytes(mark[7:9])
            return width * height
        if mark[1] == 0xFF:  # one may fill up with these
            at += 1
            continue
        if not 0xC0 <= mark[1] <= 0xFE or 0xD0 <= mark[1] <= 0xDA:
            return 0
        at += 2 + int.from_bytes(mark[2:4])
    return 0
