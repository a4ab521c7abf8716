"""Reading an archive back in: on an empty account or a used one, ids kept, nothing doubled, and
nothing believed."""

import json
import zipfile
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from typing import Any, BinaryIO
from uuid import UUID, uuid5

from pydantic import ValidationError
from sqlalchemy import insert, select
from sqlalchemy.orm import Session

from patient_owl.account.archive.contents import (
    MANIFEST,
    PICTURES,
    TABLES,
    VERSION,
    Manifest,
    check_row,
    of_its_time,
    owned_by,
    table,
)
from patient_owl.core.errors import WrongValue
from patient_owl.journal.photos.service import PART_BYTES
from patient_owl.platform.storage.rows import ROWS_AT_ONCE, read_row
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.lessons import FindingRow
from patient_owl.platform.tables.photos import Photo, PhotoPart

MOST_ENTRIES = 400_000
MOST_UNPACKED = 40_000_000_000  # bytes in all; a thousand nights with their pictures
MOST_TIMES_LARGER = 60  # than it is packed: pictures hardly pack, and text not further
MOST_TABLE = 2_000_000_000
MOST_LINE = 4_000_000
MOST_PICTURE = 16_000_000  # what a row holds
Key = tuple[Any, ...]


@dataclass
class Unpacked:
    """By table: rows that came in, and rows that were here already."""

    added: dict[str, int] = field(default_factory=dict)
    here: dict[str, int] = field(default_factory=dict)


def unpack(session: Session, user: User, file: BinaryIO) -> Unpacked:
    """All of it or, where anything is wrong, nothing: the caller's transaction is left."""
    try:
        with zipfile.ZipFile(file) as archive:
            _check_size(archive)
            manifest = _manifest(archive)
            return _Unpacking(session, user, archive, manifest).run()
    except (zipfile.BadZipFile, zipfile.LargeZipFile, NotImplementedError, RuntimeError) as error:
        raise WrongValue("file", "an archive as the account page writes it", str(error)) from error


def _check_size(archive: zipfile.ZipFile) -> None:
    """Told by its index, before a byte is unpacked; what says less than it holds breaks off."""
    entries = archive.infolist()
    if len(entries) > MOST_ENTRIES:
        raise WrongValue("file", f"at most {MOST_ENTRIES} entries", len(entries))
    unpacked = sum(entry.file_size for entry in entries)
    packed = sum(entry.compress_size for entry in entries)
    if unpacked > MOST_UNPACKED or unpacked > MOST_TIMES_LARGER * packed + MOST_LINE:
        wanted = f"at most {MOST_TIMES_LARGER} times as much as it is packed"
        raise WrongValue("file", wanted, f"{unpacked} bytes out of {packed}")


def _manifest(archive: zipfile.ZipFile) -> Manifest:
    try:
        content = json.loads(_content(archive, MANIFEST, MOST_LINE))
        manifest = Manifest.model_validate(content)
    except (KeyError, ValueError, ValidationError, RecursionError) as error:
        raise WrongValue("file", "an archive as the account page writes it", MANIFEST) from error
    if manifest.version > VERSION:
        wanted = f"version {VERSION} or earlier: it comes from a newer Patient Owl"
        raise WrongValue("version", wanted, manifest.version)
    return manifest


def _content(archive: zipfile.ZipFile, name: str, most: int) -> bytes:
    entry = archive.getinfo(name)
    if entry.file_size > most:
        raise WrongValue(name, f"at most {most} bytes", entry.file_size)
    return archive.read(entry)


class _Unpacking:
    def __init__(
        self, session: Session, user: User, archive: zipfile.ZipFile, manifest: Manifest
    ) -> None:
        self.session, self.user, self.archive = session, user, archive
        self.manifest = manifest
        self.names = set(archive.namelist())
        self.renamed: dict[str, str] = {}
        self.mine: dict[str, set[Any]] = {}
        self.done = Unpacked()

    def run(self) -> Unpacked:
        self.renamed = self._renamed()
        for name in TABLES:
            self._table(name)
        account = self.manifest.account
        self.user.schools = {**account.schools, **self.user.schools}
        self.user.speech = {**account.speech.model_dump(exclude_none=True), **self.user.speech}
        self.session.flush()
        return self.done

    def _renamed(self) -> dict[str, str]:
        """New ids for everything, where somebody else here has one of them: always the same, so
        that coming in twice doubles nothing."""
        ids = [
            str(UUID(str(row["id"])))
            for name in TABLES
            if "id" in table(name).c
            for row in self._rows(name, check_id=True)
        ]
        taken = any(self._is_taken(name, ids) for name in TABLES if "id" in table(name).c)
        return {old_id: str(uuid5(self.user.id, old_id)) for old_id in ids} if taken else {}

    def _is_taken(self, name: str, ids: list[str]) -> bool:
        rows_of = table(name)
        for at in range(0, len(ids), ROWS_AT_ONCE):
            some = [UUID(text) for text in ids[at : at + ROWS_AT_ONCE]]
            others = rows_of.c.id.in_(some), rows_of.c.user_id != self.user.id
            if self.session.execute(select(rows_of.c.id).where(*others).limit(1)).first():
                return True
        return False

    def _rows(self, name: str, *, check_id: bool = False) -> Iterator[dict[str, Any]]:
        """The rows of a table as they were written."""
        path = f"tables/{name}.jsonl"
        if path not in self.names:
            return
        if self.archive.getinfo(path).file_size > MOST_TABLE:
            raise WrongValue(path, f"at most {MOST_TABLE} bytes", "more")
        with self.archive.open(path) as file:
            number = 0
            while line := file.readline(MOST_LINE):
                number += 1
                where = f"{name} {number}"
                try:
                    row = json.loads(line)
                    if check_id:
                        UUID(str(row["id"]))
                except (ValueError, KeyError, TypeError, RecursionError) as error:
                    raise WrongValue(where, "a row as JSON", line[:60]) from error
                yield row

    def _table(self, name: str) -> None:
        rows_of = table(name)
        keys = [column.name for column in rows_of.primary_key.columns]
        here = self._here(name, keys)
        new: list[dict[str, Any]] = []
        self.done.added[name] = self.done.here[name] = 0
        for number, raw in enumerate(self._rows(name), 1):
            where = f"{name} {number}"
            said = of_its_time(name, self._with_ids(raw), self.manifest.version)
            if isinstance(said, dict) and "user_id" in rows_of.c:
                said["user_id"] = str(self.user.id)
            row = read_row(rows_of, said, where)
            check_row(name, said, where)
            self._check_owner(name, row, where)
            key = tuple(row[column] for column in keys)
            if key in here or self._is_doubled(name, row):
                self.done.here[name] += 1
                continue
            here.add(key)
            if name == "photos":
                row |= self._pictures(raw["id"], where)
            new.append(row)
            self.done.added[name] += 1
            if len(new) >= ROWS_AT_ONCE or name == "photos":
                self._put(name, new, raw)
                new = []
        self._put(name, new, None)
        if keys == ["id"]:
            self.mine[name] = {key[0] for key in here}

    def _put(self, name: str, rows: list[dict[str, Any]], raw: Mapping[str, Any] | None) -> None:
        if not rows:
            return
        self.session.execute(insert(table(name)), rows)
        if name == "photos" and raw is not None:
            self._kept_file(raw["id"], rows[0]["id"])

    def _here(self, name: str, keys: list[str]) -> set[Key]:
        rows_of = table(name)
        query = select(*(rows_of.c[key] for key in keys)).where(owned_by(rows_of, self.user.id))
        return {tuple(row) for row in self.session.execute(query)}

    def _with_ids(self, value: Any) -> Any:
        """The same with renamed ids, wherever they stand."""
        if isinstance(value, str):
            # a lesson is called by ids and words side by side
            return "|".join(self.renamed.get(part, part) for part in value.split("|"))
        if isinstance(value, dict):
            return {key: self._with_ids(item) for key, item in value.items()}
        if isinstance(value, list):
            return [self._with_ids(item) for item in value]
        return value

    def _check_owner(self, name: str, row: Mapping[str, Any], where: str) -> None:
        """What a row stands on must be this account's too."""
        for column in table(name).c:
            for key in column.foreign_keys:
                other = key.column.table.name
                value = row.get(column.name)
                if value is None or other == "users":
                    continue
                if value not in self.mine.get(other, ()):
                    raise WrongValue(f"{where}, {column.name}", f"one of its {other}", value)

    def _is_doubled(self, name: str, row: Mapping[str, Any]) -> bool:
        """Here already under another id: the same file, or the same light of the same shot."""
        if name == "photos" and row["fingerprint"] is not None:
            same = Photo.user_id == self.user.id, Photo.fingerprint == row["fingerprint"]
            return self.session.execute(select(Photo.id).where(*same).limit(1)).first() is not None
        if name == "findings":
            same = FindingRow.shot_id == row["shot_id"], FindingRow.part == row["part"]
            return self.session.execute(select(FindingRow.id).where(*same)).first() is not None
        return False

    def _pictures(self, photo_id: str, where: str) -> dict[str, bytes | None]:
        pictures: dict[str, bytes | None] = {}
        for column, file_name in PICTURES.items():
            path = f"pictures/{photo_id}/{file_name}"
            there = path in self.names
            pictures[column] = _content(self.archive, path, MOST_PICTURE) if there else None
        if pictures["thumbnail"] is None:
            raise WrongValue(where, "its thumbnail in the archive", "none")
        return pictures

    def _kept_file(self, old_id: str, photo_id: UUID) -> None:
        path = f"files/{old_id}"
        if path not in self.names:
            return
        with self.archive.open(path) as file:
            number = 0
            while part := file.read(PART_BYTES):
                kept = {"photo_id": photo_id, "number": number, "content": part}
                self.session.execute(insert(PhotoPart), [kept])
                number += 1
