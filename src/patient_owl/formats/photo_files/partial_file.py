"""A file of which only some stretches are here. Whoever reads beyond them is told what to fetch, so
the same readers work on a whole file and on one whose sender waits to be asked."""

import io
from collections.abc import Sequence
from typing import BinaryIO

BLOCK_BYTES = 65_536  # asked for at once: a table read word by word would be asked for by word


class NotHere(Exception):
    """Not an OSError: readers of pictures take those for a fault of the file.

    start, end: the stretch that is missing. [byte]
    """

    def __init__(self, start: int, end: int) -> None:
        super().__init__(start, end)
        self.start, self.end = start, end


class Pieces(io.BufferedIOBase, BinaryIO):
    """size: of the whole file. [byte] pieces: where each begins, how long it is, and its bytes."""

    def __init__(self, size: int, pieces: Sequence[tuple[int, int, BinaryIO]]) -> None:
        super().__init__()
        self.size = size
        self._pieces = pieces
        self._at = 0

    def readable(self) -> bool:
        return True

    def seekable(self) -> bool:
        return True

    def seek(self, offset: int, whence: int = io.SEEK_SET) -> int:
        base = {io.SEEK_SET: 0, io.SEEK_CUR: self._at, io.SEEK_END: self.size}[whence]
        self._at = max(0, base + offset)
        return self._at

    def tell(self) -> int:
        return self._at

    def read(self, size: int | None = -1) -> bytes:
        """What is asked for, or what is left of the file; NotHere where any of it is missing."""
        end = self.size if size is None or size < 0 else min(self._at + size, self.size)
        if end <= self._at:
            return b""
        content = self._read(self._at, end)
        self._at = end
        return content

    def _read(self, start: int, end: int) -> bytes:
        begins, piece = self.holding(start, end)
        piece.seek(start - begins)
        return piece.read(end - start)

    def holding(self, start: int, end: int) -> tuple[int, BinaryIO]:
        """The piece that has all of a stretch, and where it begins; NotHere without one."""
        for begins, length, piece in self._pieces:
            if begins <= start and end <= begins + length:
                return begins, piece
        first = start - start % BLOCK_BYTES
        raise NotHere(first, min(self.size, -(-end // BLOCK_BYTES) * BLOCK_BYTES))


def size_of(file: BinaryIO) -> int:
    """How long a file is. [byte]"""
    at = file.tell()
    size = file.seek(0, io.SEEK_END)
    file.seek(at)
    return size


def need(file: BinaryIO, start: int, end: int) -> None:
    """NotHere where a stretch is going to be read and is not there; nothing is read yet."""
    if isinstance(file, Pieces):
        file.holding(start, end)


def stretch(file: BinaryIO, start: int, end: int) -> bytes:
    """The bytes of a file from one place to another, or to its end."""
    file.seek(start)
    return file.read(max(0, end - start))
