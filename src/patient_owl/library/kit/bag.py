"""The kit as the core takes it: a body, a lens, and what else is in the bag."""

from collections.abc import Sequence
from datetime import datetime
from typing import NamedTuple, TypeVar
from uuid import UUID

from sqlalchemy import bindparam, func, select
from sqlalchemy.orm import Session

from patient_owl.core import kit as core_kit
from patient_owl.core.errors import WrongValue
from patient_owl.core.exposure.filters import Filter
from patient_owl.core.kit import Kit, Release, Support
from patient_owl.core.light.lamp import Lamp
from patient_owl.library.kit.lights import Lit
from patient_owl.library.kit.schemas import (
    SPEC,
    AnySpec,
    BatterySpec,
    BodySpec,
    CardSpec,
    FilmBackSpec,
    FilterSpec,
    LensSpec,
    RemoteSpec,
    TripodSpec,
)
from patient_owl.library.kit.shelf import GENERIC_LIGHTS
from patient_owl.platform.storage.owned import owned_rows
from patient_owl.platform.storage.remembered import Remembered
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.kit import KitItem
from patient_owl.ports.errors import NotFound

CameraSpec = BodySpec | FilmBackSpec
CAMERAS = ("body", "film_back")
_RELEASES: tuple[Release, ...] = ("none", "self_timer", "cable", "timer")  # worst to best


def spec_of(item: KitItem) -> AnySpec:
    """What a thing is."""
    return SPEC.validate_python(item.spec)


class Thing(NamedTuple):
    """A piece of kit. is_along: False for what was deleted, which still serves the shots made with
    it."""

    id: UUID
    kind: str
    name: str
    spec: AnySpec
    is_along: bool
    is_usual: bool


def camera_spec(thing: Thing) -> CameraSpec:
    """A body or film back, or WrongValue when it is something else."""
    if isinstance(thing.spec, (BodySpec, FilmBackSpec)):
        return thing.spec
    raise WrongValue("body_id", "a body or film back", f"{thing.name}, a {thing.kind}")


def lens_spec(thing: Thing) -> LensSpec:
    """A lens, or WrongValue when it is something else."""
    if isinstance(thing.spec, LensSpec):
        return thing.spec
    raise WrongValue("lens_id", "a lens", f"{thing.name}, a {thing.kind}")


One = TypeVar("One", Thing, KitItem)


def taken(things: Sequence[One], kinds: Sequence[str]) -> One | None:
    """Of what is in the bag, in order, what is taken when nobody says which: the usual one of such
    a kind, else the first."""
    such = [thing for thing in things if thing.kind in kinds]
    return next((thing for thing in such if thing.is_usual), such[0] if such else None)


class Bag:
    """The photographer's kit, read once as long as nothing in it is changed."""

    def __init__(self, session: Session, user: User) -> None:
        things = _bags.one(_state_of(session, user), lambda: _load(session, user))
        self._by_id = {thing.id: thing for thing in things}
        self._along = [thing for thing in things if thing.is_along]
        self._specs = [(thing.name, thing.spec) for thing in self._along]

    def kit(self, body_id: UUID, lens_id: UUID, focal_length_mm: float) -> Kit:
        """Body, lens and the rest of the bag."""
        body, lens = self.item(body_id), self.item(lens_id)
        return self.kit_with(camera_spec(body), lens_spec(lens), focal_length_mm)

    def kit_with(self, camera: CameraSpec, lens: LensSpec, focal_length_mm: float) -> Kit:
        """A body and a lens, whether they are in the bag or not, and the rest of it."""
        return kit_of(camera, lens, focal_length_mm, self._specs)

    def first(self, *kinds: str) -> Thing | None:
        """What is taken when nobody says which."""
        return taken(self._along, kinds)

    def lens(self, lens_id: UUID) -> LensSpec:
        return lens_spec(self.item(lens_id))

    def lamp(self, item_id: UUID | None, kind: str) -> Lamp:
        """A light of the bag; without one named, a generic one of its kind."""
        spec = GENERIC_LIGHTS[kind] if item_id is None else self.item(item_id).spec
        if isinstance(spec, Lit) and spec.kind == kind:
            return spec.to_domain()
        raise WrongValue("item_id", f"a {kind}", spec.kind)

    def item(self, item_id: UUID) -> Thing:
        """NotFound where the photographer never had it."""
        if item_id not in self._by_id:
            raise NotFound("piece of kit")
        return self._by_id[item_id]


class _BagState(NamedTuple):
    """Another one whenever a thing is added or changed: every change counts its version up."""

    user_id: UUID
    things: int
    versions: int
    changed_at_utc: datetime | None


_bags: Remembered[_BagState, Sequence[Thing]] = Remembered(f"{__name__}._bags", 500, 7)


# Asked by every plan, so built once: building it costs as much as asking it.
_STATE_OF = select(
    func.count(), func.coalesce(func.sum(KitItem.version), 0), func.max(KitItem.changed_at_utc)
).where(KitItem.user_id == bindparam("user_id"))


def _state_of(session: Session, user: User) -> _BagState:
    count, versions, changed_at_utc = session.execute(_STATE_OF, {"user_id": user.id}).one()
    return _BagState(user.id, count, int(versions), changed_at_utc)


def _load(session: Session, user: User) -> Sequence[Thing]:
    items = owned_rows(session, KitItem, user.id, deleted_too=True)
    return [
        Thing(
            item.id, item.kind, item.name, spec_of(item), item.deleted_at_utc is None, item.is_usual
        )
        for item in items
    ]


def kit_of(
    camera: CameraSpec, lens: LensSpec, focal_length_mm: float, bag: list[tuple[str, AnySpec]]
) -> Kit:
    """A body and a lens with the dials they give; WrongValue out of the lens's reach."""
    if lens.nearest_focal_length_mm(focal_length_mm) != focal_length_mm:
        shortest, longest = lens.shortest_focal_length_mm, lens.longest_focal_length_mm
        span = f"{shortest:g} mm" if shortest == longest else f"{shortest:g} to {longest:g} mm"
        raise WrongValue("focal_length_mm", f"{span} for this lens", f"{focal_length_mm:g} mm")
    return core_kit.kit_of(
        camera.to_domain(),
        lens.to_domain(focal_length_mm),
        _filters(bag),
        _support([spec for _, spec in bag]),
    )


def _filters(bag: list[tuple[str, AnySpec]]) -> list[Filter]:
    return [spec.to_domain(name) for name, spec in bag if isinstance(spec, FilterSpec)]


def _support(bag: list[AnySpec]) -> Support:
    """The stoutest legs, all cards and batteries, the best release."""
    releases = [spec.release for spec in bag if isinstance(spec, RemoteSpec)]
    return Support(
        tripod_load_kg=max((s.load_kg for s in bag if isinstance(s, TripodSpec)), default=None),
        card_gb=sum(s.capacity_gb for s in bag if isinstance(s, CardSpec)),
        spare_batteries=sum(s.count for s in bag if isinstance(s, BatterySpec)),
        release=max(releases, key=_RELEASES.index, default="self_timer"),
    )
