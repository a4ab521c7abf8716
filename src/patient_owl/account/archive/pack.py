"""Writing an archive as it goes out: nothing of it is held whole."""

import json
import zipfile
from collections.abc import Iterator
from typing import Any
from uuid import UUID

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from patient_owl.account.archive.contents import (
    FORMAT,
    MANIFEST,
    PICTURES,
    TABLES,
    VERSION,
    owned_by,
    published_schema,
    table,
)
from patient_owl.platform.storage.rows import rows_of
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.photos import Photo, PhotoPart

# Every entry bears one date: the same account packed twice is the same file.
_DATE = (2000, 1, 1, 0, 0, 0)


class _Sink:
    """A file that only goes out: what was written since is taken from it."""

    def __init__(self) -> None:
        self._parts: list[bytes] = []

    def write(self, content: bytes) -> int:
        self._parts.append(bytes(content))
        return len(content)

    def flush(self) -> None:
        """Nothing is held back."""

    def taken(self) -> bytes:
        content = b"".join(self._parts)
        self._parts.clear()
        return content


def packed(session: Session, user: User) -> Iterator[bytes]:
    """A ZIP of the manifest, a file of JSON lines a table, and the pictures. The session reads one
    snapshot."""
    sink = _Sink()
    with zipfile.ZipFile(sink, "w") as archive:  # type: ignore[call-overload]
        counts = {name: _count(session, name, user.id) for name in TABLES}
        manifest = {
            "format": FORMAT,
            "version": VERSION,
            "account": {"name": user.name, "schools": user.schools, "speech": user.speech},
            "tables": counts,
        }
        archive.writestr(_entry(MANIFEST, zipfile.ZIP_DEFLATED), _line(manifest))
        schema = json.dumps(published_schema(), indent=1).encode()
        archive.writestr(_entry("schema.json", zipfile.ZIP_DEFLATED), schema)
        yield sink.taken()
        for name in TABLES:
            one = table(name)
            with archive.open(_entry(f"tables/{name}.jsonl", zipfile.ZIP_DEFLATED), "w") as file:
                for row in rows_of(session, one, owned_by(one, user.id)):
                    file.write(_line(row))
            yield sink.taken()
        yield from _pictures(session, user, archive, sink)
    yield sink.taken()


def _pictures(
    session: Session, user: User, archive: zipfile.ZipFile, sink: _Sink
) -> Iterator[bytes]:
    ids = session.scalars(select(Photo.id).where(Photo.user_id == user.id).order_by(Photo.id))
    for photo_id in ids.all():
        row = session.execute(
            select(*(getattr(Photo, column) for column in PICTURES)).where(Photo.id == photo_id)
        ).one()
        for column, file_name in PICTURES.items():
            content = getattr(row, column)
            if content is not None:
                # a JPEG gets no smaller
                archive.writestr(_entry(f"pictures/{photo_id}/{file_name}"), content)
                yield sink.taken()
        yield from _kept_file(session, photo_id, archive, sink)


def _kept_file(
    session: Session, photo_id: UUID, archive: zipfile.ZipFile, sink: _Sink
) -> Iterator[bytes]:
    of_photo = PhotoPart.photo_id == photo_id
    numbers = session.scalars(
        select(PhotoPart.number).where(of_photo).order_by(PhotoPart.number)
    ).all()
    if not numbers:
        return
    with archive.open(_entry(f"files/{photo_id}"), "w", force_zip64=True) as file:
        for number in numbers:
            part = select(PhotoPart.content).where(of_photo, PhotoPart.number == number)
            file.write(session.scalars(part).one())
            yield sink.taken()


def _count(session: Session, name: str, user_id: UUID) -> int:
    rows_of = table(name)
    query = select(func.count()).select_from(rows_of).where(owned_by(rows_of, user_id))
    return session.scalars(query).one()


def _entry(name: str, how: int = zipfile.ZIP_STORED) -> zipfile.ZipInfo:
    entry = zipfile.ZipInfo(name, _DATE)
    entry.compress_type = how
    entry.external_attr = 0o600 << 16
    return entry


def _line(value: Any) -> bytes:
    return json.dumps(value, ensure_ascii=False, separators=(",", ":")).encode() + b"\n"
