"""What a shot's takes and pictures teach, kept anew whenever one of them is another."""

from collections.abc import Iterable
from uuid import UUID

from patient_owl.core.shot import find
from patient_owl.journal.takes.record import Record, record_of
from patient_owl.library.lessons.service import hear, keep_findings
from patient_owl.planning.shots.planner import Planner, met_by
from patient_owl.platform.storage.owned import owned_rows
from patient_owl.platform.tables.shots import Shot


def learn_from(planner: Planner, shot: Shot, record: Record | None = None) -> None:
    """How sharply its words were meant, and how far its lights were from their predictions; of a
    shot that cannot be planned any more nothing, and what it taught stays. record: where it was
    read already."""
    planned, _ = planner.plan_or_trouble(shot)
    if planned is None:
        return
    session, user = planner.visit.session, planner.visit.user
    record = record or record_of(session, user, shot)
    judged = record.judged(planned)
    has_history = len(record.of_moment(planned)) < len(record.takes)
    if has_history and not judged:
        return  # what they taught stays
    hear(session, user, shot.id, find.words_heard(planned, judged))
    lights = find.found_lights(planned, judged, planner.sharpness(shot.id))
    met = met_by(shot, planner.night(shot.night_id))
    keep_findings(session, user, met, lights, keeps_others=has_history)


def learn_from_all(planner: Planner, shot_ids: Iterable[UUID | None]) -> None:
    """Of several shots, after pictures were placed among them."""
    asked = {shot_id for shot_id in shot_ids if shot_id is not None}
    session, user = planner.visit.session, planner.visit.user
    for shot in owned_rows(session, Shot, user.id, Shot.id.in_(asked)):
        learn_from(planner, shot)
