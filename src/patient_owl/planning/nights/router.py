"""Nights and their light. Deleting is in trash."""

from datetime import date
from typing import Annotated
from uuid import UUID

from fastapi import Query, Response

from patient_owl.library.weather.schemas import WeatherOut
from patient_owl.planning.nights import listing, service, slope
from patient_owl.planning.nights.schemas import (
    FNumber,
    Iso,
    NightIn,
    NightOut,
    PassageOut,
    Placement,
    SceneOut,
    SlopeOut,
    TemplateOut,
)
from patient_owl.platform.accounts.current import CurrentUser
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.request import DbSession, ExpectedVersion, new_router, tag
from patient_owl.platform.storage.keyset import read_cursor

router = new_router(prefix="/nights", tags=["nights"])


@router.get("", response_model=list[NightOut])
def list_nights(
    user: CurrentUser,
    session: DbSession,
    limit: Annotated[int, Query(ge=1, le=listing.MOST_NIGHTS)] = listing.MOST_NIGHTS,
    before: Annotated[str | None, Query(max_length=60, description="from the Link header")] = None,
) -> Response:
    """Nights, latest evening first; Link names the next page where there is one."""
    cursor = None if before is None else read_cursor(before, date.fromisoformat)
    page = listing.page_of(session, user, limit, cursor)
    headers = {}
    if page.next:
        headers["Link"] = f'</api/v1/nights?limit={limit}&before={page.next}>; rel="next"'
    body = b"[" + b",".join(page.nights) + b"]"
    return Response(body, media_type="application/json", headers=headers)


@router.post("", status_code=201)
def create_night(
    body: NightIn, user: CurrentUser, session: DbSession, response: Response
) -> NightOut:
    """Plan a night at a place."""
    night = service.create_night(session, user, body)
    tag(response, night)
    return service.out(night, ())


@router.get("/templates")
def list_templates(user: CurrentUser, session: DbSession) -> list[TemplateOut]:
    """Nights that others may begin with."""
    return service.templates_out(session, user)


@router.get("/{night_id}")
def get_night(
    night_id: UUID, user: CurrentUser, session: DbSession, response: Response
) -> NightOut:
    """One night."""
    night = service.get_night(session, user.id, night_id)
    tag(response, night)
    return service.out(night, service.shot_times(session, [night.id])[night.id])


@router.put("/{night_id}")
def change_night(
    night_id: UUID,
    body: NightIn,
    version: ExpectedVersion,
    user: CurrentUser,
    session: DbSession,
    response: Response,
) -> NightOut:
    """Change a night."""
    night = service.change_night(session, user, night_id, body, version)
    tag(response, night)
    return service.out(night, service.shot_times(session, [night.id])[night.id])


@router.get("/{night_id}/slope")
def get_slope(
    night_id: UUID,
    visit: CurrentVisit,
    reference_f_number: Annotated[FNumber | None, Query()] = None,
    reference_iso: Annotated[Iso | None, Query()] = None,
    ground_placement_stops: Annotated[Placement | None, Query()] = None,
    sky_placement_stops: Annotated[Placement | None, Query()] = None,
) -> SlopeOut:
    """The light slope; references not given are the night's own."""
    night = service.get_night(visit.session, visit.user.id, night_id)
    tried = {
        "reference_f_number": reference_f_number,
        "reference_iso": reference_iso,
        "ground_placement_stops": ground_placement_stops,
        "sky_placement_stops": sky_placement_stops,
    }
    return slope.slope_out(visit, night, slope.reference_of(night, tried))


@router.get("/{night_id}/passages")
def list_passages(night_id: UUID, user: CurrentUser, session: DbSession) -> list[PassageOut]:
    """Rise, highest point and set of every target over the place's own horizon."""
    return slope.passages_out(service.get_night(session, user.id, night_id))


@router.get("/{night_id}/scenes")
def list_scenes(night_id: UUID, user: CurrentUser, session: DbSession) -> list[SceneOut]:
    """First guesses for artificial light at the night's reference aperture and ISO."""
    return slope.scenes_out(service.get_night(session, user.id, night_id))


@router.get("/{night_id}/weather")
def get_weather(night_id: UUID, visit: CurrentVisit) -> WeatherOut:
    """The night's weather, hour by hour; says when it is simulated."""
    return slope.weather_of(visit, service.get_night(visit.session, visit.user.id, night_id))
