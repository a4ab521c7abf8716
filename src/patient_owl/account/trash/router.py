"""Deleting with undo."""

from uuid import UUID

from patient_owl.account.trash.service import TrashKind, bring_back, put_away
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.request import IfMatch, new_router, version_of

router = new_router(tags=["trash"])


@router.delete("/{kind}/{row_id}", status_code=204)
def delete(kind: TrashKind, row_id: UUID, visit: CurrentVisit, if_match: IfMatch = None) -> None:
    """Put a thing away. Deleting it twice is the same as once, and can be undone; so a version
    need not be named, but where one is, only that one is put away."""
    put_away(visit, kind, row_id, None if if_match is None else version_of(if_match))


@router.post("/{kind}/{row_id}/restore", status_code=204)
def restore(kind: TrashKind, row_id: UUID, visit: CurrentVisit) -> None:
    """Bring a deleted thing back."""
    bring_back(visit, kind, row_id)
