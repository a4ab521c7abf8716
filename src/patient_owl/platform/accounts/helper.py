"""What a helper may ask: to read one night and to run it."""

from fastapi import Request

from patient_owl.platform.storage.owned import see_only_night
from patient_owl.platform.tables.accounts import SignedInSession
from patient_owl.ports.errors import Refused

_READ = (
    "/nights/{night_id}",
    "/nights/{night_id}/shots",
    "/nights/{night_id}/field",
    "/nights/{night_id}/instruments",
    "/nights/{night_id}/readings",
    "/nights/{night_id}/pack",
    "/nights/{night_id}/card.pdf",
    "/nights/{night_id}/calendar.ics",
    "/nights/{night_id}/leave-plan.pdf",
    "/nights/{night_id}/leave-plan.txt",
    "/shots/{shot_id}/field",
    "/shots/{shot_id}/computed.jpg",
    "/shots/{shot_id}/card.pdf",
    "/shots/{shot_id}/strokes.pdf",
    "/shots/{shot_id}/cues.wav",
    "/shots/{shot_id}/strokes.wav",
)
_RUN = (
    ("PUT", "/takes/{take_id}"),
    ("PUT", "/nights/{night_id}/pack"),
    ("PUT", "/readings/{reading_id}"),
    ("DELETE", "/session"),
)
_MAY = frozenset([*(("GET", path) for path in _READ), *_RUN])


def check_helper(request: Request, row: SignedInSession) -> None:
    """Refused for what is no help; from here on no row of another night is found."""
    if row.night_id is None:
        return
    route = request.scope.get("route")
    path = getattr(route, "path", "").removeprefix("/api/v1")
    if (request.method, path) not in _MAY:
        raise Refused("A helper reads one night and runs it. Its owner changes the rest.")
    see_only_night(row.night_id)
