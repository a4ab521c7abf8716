"""The stroke sheet of a shot on paper and as a drawing, and lines out of a file."""

from uuid import UUID

from fastapi import Response, UploadFile

from patient_owl.core.errors import WrongValue
from patient_owl.core.program.calls import Call
from patient_owl.core.strokes.sheet import Sheet
from patient_owl.formats.cue_track import write_cue_track
from patient_owl.formats.strokes_svg import MOST_BYTES, read_strokes
from patient_owl.planning.shots.planner import Planner
from patient_owl.planning.shots.service import get_shot
from patient_owl.planning.shots.strokes import DrawnLine, kept_lines, sheet_pdf, sheet_svg
from patient_owl.platform.accounts.current import SIGNED_IN
from patient_owl.platform.accounts.visit import CurrentVisit
from patient_owl.platform.http.download import saved_as
from patient_owl.platform.http.media import Pdf, Svg, Wav
from patient_owl.platform.http.pools import FILES, LONG, only_reads, worked_in
from patient_owl.platform.http.request import new_router
from patient_owl.platform.tables.shots import Shot

router = new_router(tags=["shots"])


@router.post("/strokes", dependencies=[SIGNED_IN])
@only_reads
@worked_in(FILES)
def read_stroke_file(file: UploadFile) -> list[DrawnLine]:
    """Read the lines of an SVG file; nothing is kept yet."""
    return kept_lines(read_strokes(file.file.read(MOST_BYTES + 1)))


def _sheet(visit: CurrentVisit, shot_id: UUID) -> tuple[Shot, Sheet]:
    shot = get_shot(visit.session, visit.user.id, shot_id)
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
