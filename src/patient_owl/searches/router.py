"""Find a night: one JSON line a month searched, so that it can be watched and stopped."""

from collections.abc import Iterator

from fastapi.responses import StreamingResponse

from patient_owl.accounts.current import CurrentUser
from patient_owl.core.sky.targets import targets
from patient_owl.http.media import JsonLines
from patient_owl.http.request import DbSession, new_router
from patient_owl.places.service import get_place
from patient_owl.searches import service
from patient_owl.searches.schemas import (
    LIGHTS,
    LightChoiceOut,
    ProgressOut,
    SearchIn,
    TargetOut,
    UsualWishOut,
)
from patient_owl.words.search import light_text

router = new_router(tags=["searches"])


@router.get("/targets")
def list_targets(user: CurrentUser) -> list[TargetOut]:
    """What may be asked to stand somewhere: Sun, Moon, core, planets, stars, radiants."""
    return [TargetOut(key=t.key, name=t.name, kind=t.kind) for t in targets().values()]


@router.get("/lights")
def list_lights(user: CurrentUser) -> list[LightChoiceOut]:
    """Kinds of light a search may ask for."""
    return [
        LightChoiceOut(key=key, title=light_text(key, *bounds)) for key, bounds in LIGHTS.items()
    ]


@router.get("/searches/usual")
def get_usual_wish(user: CurrentUser) -> UsualWishOut:
    """What a search starts from until somebody wishes otherwise."""
    return UsualWishOut()


@router.post(
    "/searches",
    response_class=JsonLines,
    responses={200: {"model": ProgressOut, "description": "One ProgressOut a line"}},
)
def search_nights(body: SearchIn, user: CurrentUser, session: DbSession) -> StreamingResponse:
    """Nights on which every condition meets, and near misses; close the connection to stop."""
    search = service.search(get_place(session, user.id, body.place_id), body)

    def lines() -> Iterator[str]:
        for progress in search:
            yield progress.model_dump_json() + "\n"

    return JsonLines(lines())
