"""Shots and their plans. Deleting is in trash."""

from uuid import UUID

from fastapi import Response, UploadFile

from patient_owl.core.errors import WrongValue
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.program.calls import Call
from patient_owl.core.shot.plan import recipe_for
from patient_owl.core.strokes.sheet import Sheet
from patient_owl.formats.cue_track import write_cue_track
from patient_owl.formats.strokes_svg import MOST_BYTES, read_strokes
from patient_owl.library.schools.service import schools_of
from patient_owl.planning.nights.service import get_night
from patient_owl.planning.shots import present, service
from patient_owl.planning.shots.kinds import disciplines_out
from patient_owl.planning.shots.planner import Planner, as_request
from patient_owl.planning.shots.schemas import (
    Answers,
    CopyIn,
    DisciplinesOut,
    NewShotIn,
    PlanOut,
    PlanRequest,
    ShotIn,
    ShotInNightOut,
    ShotOut,
    WhyOut,
)
from patient_owl.planning.shots.strokes import DrawnLine, kept_lines, sheet_pdf, sheet_svg
from patient_owl.platform.accounts.current import SIGNED_IN, CurrentUser
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.download import saved_as
from patient_owl.platform.http.media import Pdf, Svg, Wav
from patient_owl.platform.http.pools import FILES, LONG, only_reads, worked_in
from patient_owl.platform.http.request import DbSession, ExpectedVersion, new_router, tag
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.shots import Shot
from patient_owl.ports.fields import Key

router = new_router(tags=["shots"])


@router.get("/disciplines")
def list_disciplines(
    user: CurrentUser, session: DbSession, night_id: UUID | None = None
) -> DisciplinesOut:
    """The kinds of picture that can be planned, and what each asks. night_id: of whoever wants
    bearings as a compass shows them, they are asked for as it does there."""
    if night_id is not None:
        get_night(session, user.id, night_id)
    return disciplines_out(schools_of(user))


@router.post("/disciplines/{key}/answers")
@only_reads
def carry_over(key: Key, body: Answers, user: CurrentUser) -> Answers:
    """Of answers given to any discipline, those that mean the same to this one."""
    return Answers(inputs=recipe_for(key).carried_over(body.inputs))


@router.get("/nights/{night_id}/shots")
def list_shots(night_id: UUID, visit: CurrentVisit) -> list[ShotInNightOut]:
    """The night's shots in the order they happen, with what is planned for each."""
    planner = Planner(visit)
    night = planner.night(night_id)
    shots = service.shots_of(visit.session, visit.user, night)
    return [
        present.shot_in_night_out(shot, *planner.plan_or_trouble(shot, night)) for shot in shots
    ]


@router.post("/nights/{night_id}/shots", status_code=201)
def create_shot(
    night_id: UUID, body: NewShotIn, visit: CurrentVisit, response: Response
) -> ShotOut:
    """Add a shot to a night."""
    shot = service.create_shot(visit, night_id, body)
    tag(response, shot)
    return ShotOut.model_validate(shot)


@router.get("/shots/{shot_id}")
def get_shot(shot_id: UUID, user: CurrentUser, session: DbSession, response: Response) -> ShotOut:
    """One shot."""
    shot = service.get_shot(session, user.id, shot_id)
    tag(response, shot)
    return ShotOut.model_validate(shot)


@router.put("/shots/{shot_id}")
def change_shot(
    shot_id: UUID,
    body: ShotIn,
    version: ExpectedVersion,
    visit: CurrentVisit,
    response: Response,
) -> ShotOut:
    """Change a shot."""
    shot = service.change_shot(visit, shot_id, body, version)
    tag(response, shot)
    return ShotOut.model_validate(shot)


@router.post("/shots/{shot_id}/copy", status_code=201)
def copy_shot(shot_id: UUID, body: CopyIn, visit: CurrentVisit, response: Response) -> ShotOut:
    """The same shot once more, in its own night or another, at what it hangs on there."""
    shot = service.copy_shot(visit, shot_id, body.night_id)
    tag(response, shot)
    return ShotOut.model_validate(shot)


@router.put("/shots/{shot_id}/night")
def move_shot(
    shot_id: UUID,
    body: CopyIn,
    version: ExpectedVersion,
    visit: CurrentVisit,
    response: Response,
) -> ShotOut:
    """Move a shot, with its takes, to another night, to what it hangs on there."""
    shot = service.move_shot(visit, shot_id, body.night_id, version)
    tag(response, shot)
    return ShotOut.model_validate(shot)


@router.get("/shots/{shot_id}/plan")
def get_plan(shot_id: UUID, visit: CurrentVisit) -> PlanOut:
    """The plan of a kept shot."""
    planner = Planner(visit)
    shot = service.get_shot(visit.session, visit.user.id, shot_id)
    night = planner.night(shot.night_id)
    return _plan_out(planner, night, as_request(shot), planner.plan_of(shot, night), shot.id)


@router.post("/plans")
@only_reads
def try_plan(body: PlanRequest, visit: CurrentVisit) -> PlanOut:
    """Plan without keeping: what touching a rail or moving the frame would do."""
    planner = Planner(visit)
    night = planner.night(body.night_id)
    shot = planner.with_lens_on(body.shot) if body.is_new_lens else body.shot
    planned = planner.plan(night, shot, body.touch, body.shot_id)
    return _plan_out(planner, night, shot, planned, body.shot_id)


@router.post("/plans/why")
@only_reads
def why(body: PlanRequest, visit: CurrentVisit) -> WhyOut:
    """Why a plan has these settings and no others; asked for by itself, for it takes longer than
    the plan."""
    planner = Planner(visit)
    planned = planner.plan(planner.night(body.night_id), body.shot, body.touch, body.shot_id)
    return present.why_out(planned)


def _plan_out(
    planner: Planner, night: Night, shot: ShotIn, planned: PlannedShot, shot_id: UUID | None
) -> PlanOut:
    lines = planner.told(night, shot, planned, shot_id)
    return present.plan_out(planned, night.place.time_zone, planner.lights(shot), lines)


@router.post("/strokes", dependencies=[SIGNED_IN])
@only_reads
@worked_in(FILES)
def read_stroke_file(file: UploadFile) -> list[DrawnLine]:
    """Read the lines of an SVG file; nothing is kept yet."""
    return kept_lines(read_strokes(file.file.read(MOST_BYTES + 1)))


def _sheet(visit: CurrentVisit, shot_id: UUID) -> tuple[Shot, Sheet]:
    """A shot and what is drawn in it."""
    shot = service.get_shot(visit.session, visit.user.id, shot_id)
    sheet = Planner(visit).plan_of(shot).plan.sheet
    if sheet is None:
        raise WrongValue("strokes", "a shot of light writing with a word or a drawing", "none")
    return shot, sheet


@router.get("/shots/{shot_id}/strokes.svg", response_class=Svg)
def get_stroke_drawing(shot_id: UUID, visit: CurrentVisit) -> Response:
    """What the writer draws, at its true size."""
    shot, sheet = _sheet(visit, shot_id)
    return Svg(sheet_svg(sheet), headers=saved_as(f"{shot.title}.svg"))


@router.get("/shots/{shot_id}/strokes.wav", response_class=Wav)
@worked_in(LONG)
def get_stroke_beat(shot_id: UUID, visit: CurrentVisit) -> Response:
    """The strokes alone as sound, to rehearse to: a beat, a tone where each begins, one at the
    end."""
    shot, sheet = _sheet(visit, shot_id)
    calls = [Call(stroke.starts_s, "cue") for stroke in sheet.strokes]
    track = write_cue_track([*calls, Call(sheet.total_s, "closed")], sheet.total_s)
    return Wav(track, headers=saved_as(f"{shot.title}.wav"))


@router.get("/shots/{shot_id}/strokes.pdf", response_class=Pdf)
@worked_in(LONG)
def get_stroke_sheet(shot_id: UUID, visit: CurrentVisit) -> Response:
    """The sheet to print: as it is drawn, and as the lens sees it."""
    shot, sheet = _sheet(visit, shot_id)
    return Pdf(sheet_pdf(shot.title, sheet), headers=saved_as(f"{shot.title}.pdf", "inline"))
