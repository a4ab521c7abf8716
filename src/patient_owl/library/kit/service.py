"""Keeping kit, moving it in and out as files, and handing it to the core."""

from collections.abc import Sequence
from typing import Any, NamedTuple, Self
from uuid import UUID

from pydantic import ValidationError
from sqlalchemy import select
from sqlalchemy.orm import Session

from patient_owl.core.errors import WrongValue
from patient_owl.formats.kit_csv import read_kit_csv, write_kit_csv
from patient_owl.formats.text import decoded, read_json
from patient_owl.library.kit.bag import CAMERAS, CameraSpec, spec_of, taken
from patient_owl.library.kit.forms import summary
from patient_owl.library.kit.light_output import gives
from patient_owl.library.kit.lights import Lit
from patient_owl.library.kit.schemas import (
    KIT_FORMAT,
    KIT_VERSION,
    MOST_ITEMS,
    ImportedOut,
    KitFile,
    KitItemIn,
    KitItemOut,
)
from patient_owl.platform.storage.owned import added, changed, owned, owned_rows
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.kit import KitItem

USUALS = (CAMERAS, ("lens",))
MOST_BYTES = 1_000_000
MEDIA_TYPES = {"json": "application/json", "csv": "text/csv"}


def all_kit(session: Session, user: User) -> list[KitItem]:
    return owned_rows(session, KitItem, user.id)


def get_item(session: Session, user_id: UUID, item_id: UUID) -> KitItem:
    return owned(session, KitItem, user_id, item_id)


def create_item(session: Session, user: User, request: KitItemIn) -> KitItem:
    return added(session, KitItem(user_id=user.id, **_columns(request)))


def change_item(
    session: Session, user: User, item_id: UUID, request: KitItemIn, version: int
) -> KitItem:
    item = get_item(session, user.id, item_id)
    if item.kind != request.spec.kind:
        raise WrongValue("spec.kind", f"{item.kind}, what it was", request.spec.kind)
    return changed(session, item, version, _columns(request))


def correct_light(session: Session, user: User, item_id: UUID, stops: float) -> KitItem:
    """A light that was found so much brighter than its figure says."""
    item = get_item(session, user.id, item_id)
    spec = spec_of(item)
    if not isinstance(spec, Lit):
        raise WrongValue("item_id", "a light", item.kind)
    return changed(
        session, item, item.version, {"spec": spec.measured(stops).model_dump(mode="json")}
    )


def out(session: Session, user: User, item: KitItem) -> KitItemOut:
    return _out(item, _Usual.of(all_kit(session, user)))


def all_out(session: Session, user: User) -> list[KitItemOut]:
    """Everything in the bag, oldest first."""
    items = all_kit(session, user)
    usual = _Usual.of(items)
    return [_out(item, usual) for item in items]


class _Usual(NamedTuple):
    """What is taken when nobody says which."""

    camera: CameraSpec | None
    ids: frozenset[UUID]

    @classmethod
    def of(cls, items: Sequence[KitItem]) -> Self:
        camera = taken(items, CAMERAS)
        spec = spec_of(camera) if camera else None
        usual = [taken(items, kinds) for kinds in USUALS]
        return cls(
            spec if isinstance(spec, CameraSpec) else None,
            frozenset(item.id for item in usual if item),
        )


def _out(item: KitItem, usual: _Usual) -> KitItemOut:
    spec = spec_of(item)
    return KitItemOut(
        id=item.id,
        version=item.version,
        name=item.name,
        spec=spec,
        summary=summary(spec),
        gives=gives(spec, usual.camera),
        is_usual=item.id in usual.ids,
        can_be_usual=any(item.kind in kinds for kinds in USUALS),
    )


def make_usual(session: Session, user: User, item_id: UUID) -> KitItem:
    """The camera, or the lens, that is taken from now on when nobody says which."""
    item = get_item(session, user.id, item_id)
    kinds = next((kinds for kinds in USUALS if item.kind in kinds), None)
    if kinds is None:
        raise WrongValue("item_id", "a camera or a lens", item.kind)
    for other in all_kit(session, user):
        if other.kind in kinds and other.is_usual != (other.id == item.id):
            changed(session, other, other.version, {"is_usual": other.id == item.id})
    return item


def _columns(request: KitItemIn) -> dict[str, object]:
    spec = request.spec.model_dump(mode="json")
    return {"name": request.name, "kind": request.spec.kind, "spec": spec}


# ---- files


def export(session: Session, user: User, form: str) -> tuple[str, str]:
    """The whole bag as text and its media type; form "json" or "csv"."""
    items = [KitItemIn(name=i.name, spec=spec_of(i)) for i in all_kit(session, user)]
    if form == "json":
        return KitFile(items=items).model_dump_json(indent=2, exclude_defaults=False), MEDIA_TYPES[
            form
        ]
    if form == "csv":
        rows = [{"name": item.name, **item.spec.model_dump()} for item in items]
        return write_kit_csv(rows), MEDIA_TYPES[form]
    raise WrongValue("form", "json or csv", form)


def import_file(session: Session, user: User, content: bytes) -> ImportedOut:
    """Add what a file holds; what is in the bag already, letter for letter, is skipped.

    One thing that cannot be used refuses the whole file, so that nothing is half kept.
    """
    items = _read(content)
    # the same file twice at once is added once
    session.execute(select(User.id).where(User.id == user.id).with_for_update())
    known = {(item.name, spec_of(item).model_dump_json()) for item in all_kit(session, user)}
    skipped = []
    for item in items:
        mark = (item.name, item.spec.model_dump_json())
        if mark in known:
            skipped.append(item.name)
            continue
        known.add(mark)
        create_item(session, user, item)
    return ImportedOut(added=len(items) - len(skipped), skipped=skipped)


def _read(content: bytes) -> list[KitItemIn]:
    if len(content) > MOST_BYTES:
        raise WrongValue("file", "at most 1 MB", "more")
    text = decoded(content, "JSON or CSV")
    rows = _json_rows(text) if text.lstrip().startswith("{") else _csv_rows(text)
    if len(rows) > MOST_ITEMS:
        raise WrongValue("file", f"at most {MOST_ITEMS} things", len(rows))
    things = []
    for number, row in enumerate(rows, 1):
        name = row.get("name") if isinstance(row, dict) else None
        where = f"item {number} ({name or 'no name'})"
        try:
            things.append(KitItemIn.model_validate(row))
        except WrongValue as error:
            raise WrongValue(f"{where}, {error.name}", error.wanted, error.got) from error
        except ValidationError as error:
            first = error.errors()[0]
            field = ".".join(str(part) for part in first["loc"])
            raise WrongValue(f"{where}, {field}", first["msg"], first["input"]) from error
    return things


def _json_rows(text: str) -> list[Any]:
    data = read_json(text, "well-formed JSON")
    for key, wanted in (("format", KIT_FORMAT), ("version", KIT_VERSION)):
        if data.get(key) != wanted:
            raise WrongValue(key, str(wanted), data.get(key))
    items = data.get("items")
    if not isinstance(items, list):
        raise WrongValue("items", "a list of things", type(items).__name__)
    return items


def _csv_rows(text: str) -> list[Any]:
    return [
        {"name": row.get("name"), "spec": {k: v for k, v in row.items() if k != "name"}}
        for row in read_kit_csv(text)
    ]


# ---- to the core
