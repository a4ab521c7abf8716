"""Keeping kit, and handing bodies and lenses to the core."""

from typing import TypeVar
from uuid import UUID

from sqlalchemy.orm import Session

from patient_owl.accounts.models import User
from patient_owl.core.dials import aperture_dial, iso_dial, time_dial
from patient_owl.core.errors import WrongValue
from patient_owl.core.recipes._types import Kit
from patient_owl.database import check_version, flush, owned, owned_rows
from patient_owl.kit.models import KitItem
from patient_owl.kit.schemas import SPEC, BodySpec, KitItemIn, KitItemOut, LensSpec

Kind = TypeVar("Kind", BodySpec, LensSpec)


def all_kit(session: Session, user: User) -> list[KitItem]:
    return owned_rows(session, KitItem, user.id)


def get_item(session: Session, user_id: UUID, item_id: UUID) -> KitItem:
    return owned(session, KitItem, user_id, item_id, "piece of kit")


def create_item(session: Session, user: User, request: KitItemIn) -> KitItem:
    item = KitItem(user_id=user.id, **_columns(request))
    session.add(item)
    session.flush()
    return item


def change_item(
    session: Session, user: User, item_id: UUID, request: KitItemIn, version: int
) -> KitItem:
    item = get_item(session, user.id, item_id)
    check_version(item, version, "piece of kit")
    if item.kind != request.spec.kind:
        raise WrongValue("spec.kind", f"{item.kind}, what it was", request.spec.kind)
    for name, value in _columns(request).items():
        setattr(item, name, value)
    flush(session, item, "piece of kit")
    return item


def out(item: KitItem) -> KitItemOut:
    return KitItemOut(
        id=item.id, version=item.version, name=item.name, spec=SPEC.validate_python(item.spec)
    )


def _columns(request: KitItemIn) -> dict[str, object]:
    return {"name": request.name, "kind": request.spec.kind, "spec": request.spec.model_dump()}


def _spec(session: Session, user: User, item_id: UUID, kind: type[Kind], field: str) -> Kind:
    item = owned(session, KitItem, user.id, item_id, "piece of kit", deleted_too=True)
    spec = SPEC.validate_python(item.spec)
    if not isinstance(spec, kind):
        raise WrongValue(field, "a " + field.removesuffix("_id"), f"{item.name}, a {item.kind}")
    return spec


def kit_for(
    session: Session, user: User, body_id: UUID, lens_id: UUID, focal_length_mm: float
) -> Kit:
    """Body, lens and their dials; WrongValue when the lens does not reach the focal length."""
    body = _spec(session, user, body_id, BodySpec, "body_id").to_domain()
    lens_spec = _spec(session, user, lens_id, LensSpec, "lens_id")
    shortest, longest = lens_spec.shortest_focal_length_mm, lens_spec.longest_focal_length_mm
    if not shortest <= focal_length_mm <= longest:
        span = f"{shortest:g} mm" if shortest == longest else f"{shortest:g} to {longest:g} mm"
        raise WrongValue("focal_length_mm", f"{span} for this lens", f"{focal_length_mm:g} mm")
    lens = lens_spec.to_domain(focal_length_mm)
    return Kit(
        body,
        lens,
        {
            "exposure_s": time_dial(body.dial_steps, body.in_camera_ceiling_s),
            "f_number": aperture_dial(
                body.dial_steps, lens.widest_f_number, lens.narrowest_f_number
            ),
            "iso": iso_dial(body.dial_steps, body.lowest_iso, body.highest_iso),
        },
    )
