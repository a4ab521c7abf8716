"""How long a shot takes on the spot: set-up, rehearsal, takes and the words about them, packing."""

from dataclasses import dataclass

from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.shot import follow

MIN_S = 60.0
# Common practice: five to ten minutes to set up, a minute to judge a frame.
SET_UP_MIN = 6.0
SET_UP_HANDHELD_MIN = 1.0
SET_UP_A_LIGHT_MIN = 2.0
PACK_MIN = 2.0
JUDGE_MIN = 1.0
CHANGE_MIN = 4.0  # another lens, another standing point: the head is aimed and focused anew
SLACK_SHARE = 0.1  # of all that is done, kept free; common practice
# Takes until the light is met, by how well it is predicted [stops]; see benchmarks/advisor.py.
SURE_STOPS, FAIRLY_SURE_STOPS = 0.4, 1.0
TAKES_SURE, TAKES_FAIRLY_SURE, TAKES_UNSURE = 1, 2, 3
LONG_S = 120.0  # a picture that takes longer is tried out by single frames; common practice


@dataclass(frozen=True)
class Pace:
    """What a photographer says of how a shot goes; None as we think."""

    takes: int | None = None
    set_up_min: float | None = None
    rehearsal_min: float = 0.0


@dataclass(frozen=True)
class Lengths:
    """Seconds of each. set_up_s: quick frames of a long picture, with what is said of them, among
    it. work_s: from the first take's opening to the last one's judgement. takes: of the picture
    itself."""

    set_up_s: float
    work_s: float
    pack_s: float
    takes: int
    quick_frames: int

    @property
    def slack_s(self) -> float:
        return SLACK_SHARE * (self.set_up_s + self.work_s + self.pack_s)


def expected_takes(sigma_stops: float) -> int:
    """How many takes until the light is met, by its ±."""
    if sigma_stops <= SURE_STOPS:
        return TAKES_SURE
    return TAKES_FAIRLY_SURE if sigma_stops <= FAIRLY_SURE_STOPS else TAKES_UNSURE


def lengths(planned: PlannedShot, pace: Pace) -> Lengths:
    """Reads the program; a series is run once."""
    course_s = follow.course(planned).duration_s
    takes = pace.takes or (1 if planned.series_due else expected_takes(planned.lead.sigma_stops))
    quick_frames, quick_s = 0, 0.0
    if pace.takes is None and course_s > LONG_S:
        quick_frames, takes = takes - 1, 1
        quick_s = _quick_s(planned)
    judged_s = JUDGE_MIN * MIN_S
    usual_min = SET_UP_HANDHELD_MIN if planned.recipe.is_handheld else SET_UP_MIN
    usual_min += SET_UP_A_LIGHT_MIN * len(planned.intent.brought)
    set_up_min = usual_min if pace.set_up_min is None else pace.set_up_min
    return Lengths(
        # quick frames come before the picture's own minute
        set_up_s=MIN_S * (set_up_min + pace.rehearsal_min) + quick_frames * (quick_s + judged_s),
        work_s=takes * (course_s + judged_s),
        pack_s=MIN_S * PACK_MIN,
        takes=takes,
        quick_frames=quick_frames,
    )


def _quick_s(planned: PlannedShot) -> float:
    """Of a frame to try a long picture out by: its quick frame, else one of its own, if that is
    not long itself."""
    positions = planned.positions if planned.test_frame is None else planned.test_frame.positions
    return min(positions["exposure_s"].value, LONG_S)
