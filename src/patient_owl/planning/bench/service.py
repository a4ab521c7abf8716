"""From a bench request to the core and back into words."""

from typing import NamedTuple

from sqlalchemy.orm import Session

from patient_owl.core import bench as core_bench
from patient_owl.core.kit import Kit
from patient_owl.core.limits.limit import is_time_capped
from patient_owl.library.kit.bag import CAMERAS, Bag, camera_spec, lens_spec
from patient_owl.library.kit.schemas import BodySpec, LensSpec
from patient_owl.library.kit.shelf import SHELF
from patient_owl.planning.bench.schemas import BenchIn, BenchOut
from patient_owl.planning.wire.exposure import (
    conflicts_out,
    frames_out,
    report_out,
    rungs_out,
    test_frame_text,
)
from patient_owl.planning.wire.rails import ChoiceIn, rails_out
from patient_owl.platform.questions import QuestionOut, question_of
from patient_owl.platform.tables.accounts import User
from patient_owl.words.bench import QUESTIONS
from patient_owl.words.plan import CONTROL_TITLES, settings_text
from patient_owl.words.reasons import reason_text

PLAIN_BODY = next(item.spec for item in SHELF if isinstance(item.spec, BodySpec))
PLAIN_LENS = LensSpec(
    shortest_focal_length_mm=35,
    longest_focal_length_mm=35,
    widest_f_number=1.8,
    narrowest_f_number=22,
)


class _OnBench(NamedTuple):
    kit: Kit
    body_name: str
    lens_name: str


def questions_out() -> list[QuestionOut]:
    fields = BenchIn.model_fields
    return [
        question_of(key, fields[key], words, CONTROL_TITLES) for key, words in QUESTIONS.items()
    ]


def work_out(session: Session, user: User, request: BenchIn) -> BenchOut:
    kit, body_name, lens_name = _on_bench(session, user, request)
    worked = core_bench.work_out(request.to_domain(), kit, request.choice.hand(request.touch))
    choice = worked.hold
    positions = worked.solution.positions
    return BenchOut(
        settings=settings_text(positions),
        sentence="; ".join(reason_text(reason) for reason in worked.reasons) + ".",
        rails=rails_out(kit, positions, worked.limits, choice),
        choice=ChoiceIn.from_domain(choice),
        conflicts=conflicts_out(worked.solution),
        focal_length_mm=kit.lens.focal_length_mm,
        body_name=body_name,
        lens_name=lens_name,
        bracket=frames_out(request.bracket_control, worked.bracket),
        ladder=rungs_out(worked.ladder, positions, worked.limits),
        test_frame=test_frame_text(worked.test_frame, positions),
        report=report_out(worked.report, worked.solution, kit, is_time_capped(worked.limits)),
    )


def _on_bench(session: Session, user: User, request: BenchIn) -> _OnBench:
    """The kit named, else the first of each kind in the bag, else plain kit."""
    bag = Bag(session, user)
    body = bag.item(request.body_id) if request.body_id else bag.first(*CAMERAS)
    lens = bag.item(request.lens_id) if request.lens_id else bag.first("lens")
    camera = camera_spec(body) if body else PLAIN_BODY
    glass = lens_spec(lens) if lens else PLAIN_LENS
    focal_length_mm = request.focal_length_mm or glass.shortest_focal_length_mm
    return _OnBench(
        bag.kit_with(camera, glass, focal_length_mm),
        body.name if body else "plain full-frame body",
        lens.name if lens else "plain 35 mm lens",
    )
