"""A night told afterwards."""

from uuid import UUID

from fastapi import Response

from patient_owl.formats.story_pdf import story_pdf
from patient_owl.journal.story.schemas import StoryOut
from patient_owl.journal.story.service import printed, story_out
from patient_owl.planning.shots.planner import Planner
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.download import saved_as
from patient_owl.platform.http.media import Pdf
from patient_owl.platform.http.pools import LONG, worked_in
from patient_owl.platform.http.request import new_router

router = new_router(tags=["logbook"])


@router.get("/nights/{night_id}/story")
@worked_in(LONG)
def get_story(night_id: UUID, visit: CurrentVisit) -> StoryOut:
    """The night as a story: plan, takes, words, changes, keepers, lessons."""
    planner = Planner(visit)
    return story_out(planner, planner.night(night_id))


@router.get("/nights/{night_id}/story.pdf", response_class=Pdf)
@worked_in(LONG)
def get_story_pdf(night_id: UUID, visit: CurrentVisit) -> Response:
    """The same to print or to keep, with its pictures."""
    planner = Planner(visit)
    night = planner.night(night_id)
    content = story_pdf(printed(visit.session, visit.user, story_out(planner, night)))
    return Pdf(content, headers=saved_as(f"{night.evening_date} {night.called}.pdf"))
