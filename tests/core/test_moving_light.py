"""In moving light what is said without signal, of answers taken along, is what is said with it."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from patient_owl.core.advise.belief import RIGHT, JudgedTake
from patient_owl.core.advise.tree import Seen, Tree
from patient_owl.core.exposure.settings import Positions, settings_on
from patient_owl.core.exposure.spot import Spot
from patient_owl.core.light.part import Levers
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.shot import advise
from tests.core.test_shot import FLICK, shot

HALF_AN_HOUR_S = 1800.0
# Common practice: in dusk a stop goes every four to seven minutes.
MOVING = {
    "a town in dusk": shot("cityscape", hours=5.6, lit_by="natural", between="open"),
    "a torch in dusk": shot("light_painting", hours=5.9, brought=(FLICK,)),
    "stars as night falls": shot("stars_over_foreground", hours=6.9),
    "water towards dawn": shot("moving_water", hours=19.4, lit_by="natural", look="textured"),
}

SEEN = st.just(RIGHT) | st.integers(0, 200)  # half of the frames are right


def is_all_right(seen: Seen) -> bool:
    return all(mark == "right" for _, mark in seen)


class Phone:
    """What was taken along; here it is only looked up."""

    def __init__(self, planned: PlannedShot) -> None:
        self.planned, self.takes = planned, list[JudgedTake]()
        self.place: int | None = None
        self.is_right = False
        self.answers: Tree = {}
        self.ahead: list[tuple[Positions, Levers | None]] = []

    def stands(self, after_s: float) -> tuple[int, tuple[Positions, Levers | None] | None]:
        """Where the light is, and what is set for it; None where that was not worked out."""
        place = self.planned.thirds.place(after_s, self.place)
        if self.place is None:
            return place, self.step(place)[0]
        moved = place - self.place
        return place, self.ahead[moved] if moved < len(self.ahead) else None

    def step(self, place: int) -> tuple[tuple[Positions, Levers | None], Tree]:
        planned, at_s = self.planned, self.planned.thirds.times_s[place]
        [step] = advise.steps_after(planned, at_s, at_s, [])
        if at_s == 0:  # the shot's own moment: more of it is taken along
            tree = advise.words_ahead(planned, step.positions, [], planned.at_s)
        else:
            tree = advise.words_after(planned, step)
        return (step.positions, step.levers), tree

    def says(self, place: int, is_set: tuple[Positions, Levers | None], of: int) -> bool:
        """Something is seen in a frame; whether there is an answer."""
        answers = self.answers
        if self.place is None or place > self.place:
            planned, answers = self.step(place)
            if self.place is not None:
                right = {seen: node for seen, node in answers.items() if is_all_right(seen)}
                answers = right if self.is_right or planned == is_set else {}
        if not answers:
            return False
        seen, node = list(answers.items())[of % len(answers)]
        words = {key: mark for key, mark in seen if not isinstance(mark, Spot)}
        spots = {key: mark for key, mark in seen if isinstance(mark, Spot)}
        positions, levers = is_set
        said = settings_on(self.planned.kit.dials, positions)
        at_s = self.planned.thirds.times_s[place]
        self.takes.append(JudgedTake(said, words, spots, at_s, levers=levers or {}))
        if self.place is not None and place > self.place and self.is_right:
            return True  # what right has led to goes on
        self.is_right, self.place, self.answers = is_all_right(seen), place, node.after
        self.ahead = [(node.advice.positions, node.advice.levers), *node.later]
        return True


@pytest.mark.parametrize("name", MOVING)
def test_the_lights_course_is_told_to_half_a_third_and_never_goes_back(name: str) -> None:
    planned = MOVING[name]
    thirds = planned.thirds
    assert thirds.times_s == tuple(sorted(thirds.times_s))
    assert 0.0 in thirds.times_s
    last, in_15_s = None, 0.07  # stops of dusk between two looks
    for after_s in range(-1800, 3601, 7):
        at_s = thirds.times_s[thirds.nearest(after_s)]
        is_inside = thirds.times_s[0] <= after_s <= thirds.times_s[-1]
        for place, part in enumerate(planned.plan.parts):
            third = 2 / 3 if place else 1 / 3  # another light weighs less
            most = third / 2 if is_inside else third
            assert abs(part.moved(at_s, after_s)) <= most + in_15_s
        following = thirds.place(after_s, last)
        assert last is None or following >= last
        assert abs(planned.lead.moved(thirds.times_s[following], after_s)) <= 1 / 3 + in_15_s
        last = following


@pytest.mark.parametrize("name", MOVING)
@given(
    first_s=st.just(0.0) | st.floats(-HALF_AN_HOUR_S, HALF_AN_HOUR_S),
    frames=st.lists(st.tuples(SEEN, st.floats(0, 400)), min_size=1, max_size=4),
)
@settings(max_examples=40, deadline=None)
def test_a_word_without_signal_holds_as_the_light_moves_as_it_does_with_it(
    name: str, first_s: float, frames: list[tuple[int, float]]
) -> None:
    planned, now_s = MOVING[name], first_s
    phone = Phone(planned)
    for of, wait_s in frames:
        place, is_set = phone.stands(now_s)
        if is_set is None or not phone.says(place, is_set, of):
            return
        now_s += wait_s
        asked = advise.advice(planned, phone.takes, planned.at_s + now_s)
        assert asked is not None
        _, then = phone.stands(now_s)
        if then is not None:
            positions, levers = then
            assert positions == asked.positions
            for light, stand in asked.levers.items():
                assert levers is not None
                assert levers[light] == pytest.approx(stand)
