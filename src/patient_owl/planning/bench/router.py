"""The bench: one exposure, no night. Nothing is kept."""

from patient_owl.core.tables.scenes import SCENES
from patient_owl.planning.bench import service
from patient_owl.planning.bench.schemas import BenchIn, BenchOut, SceneChoiceOut
from patient_owl.platform.accounts.current import CurrentUser
from patient_owl.platform.http.pools import only_reads
from patient_owl.platform.http.request import DbSession, new_router
from patient_owl.platform.questions import QuestionOut
from patient_owl.words.scenes import SCENE_NAMES

router = new_router(prefix="/bench", tags=["bench"])


@router.get("/questions")
def list_bench_questions(user: CurrentUser) -> list[QuestionOut]:
    """What the bench asks, with the defaults it works with."""
    return service.questions_out()


@router.get("/scenes")
def list_bench_scenes(user: CurrentUser) -> list[SceneChoiceOut]:
    """First guesses for scenes nobody meters."""
    return [
        SceneChoiceOut(key=s.key, name=SCENE_NAMES[s.key], ev100=s.ev100, sigma_stops=s.sigma_stops)
        for s in SCENES
    ]


@router.post("")
@only_reads
def work_out(body: BenchIn, user: CurrentUser, session: DbSession) -> BenchOut:
    """Settings, limits, bracket, equivalents and test frame for one brightness."""
    return service.work_out(session, user, body)
