"""The laws of the next take, over chains of words about any of a picture's lights."""

import random
from collections.abc import Mapping
from dataclasses import replace

import numpy as np

from patient_owl.core.advise.belief import WORDS, JudgedTake, Verdict
from patient_owl.core.advise.next import Advice, Room, next_setting
from patient_owl.core.exposure.ladder import is_quick_frame_of
from patient_owl.core.exposure.settings import Positions, positions_near, settings_on
from patient_owl.core.light.part import Levers
from tests.core.judge.laws import scene_of

STEP = 1 / 6  # less than a dial moves nobody calls a move
ANSWERS = {
    "change_left",
    "no_room_left",
    "part_left",
    "part_moves",
    "lever_ends",
}  # what names what stands against


def walk(rng: np.random.Generator, takes_made: int = 3) -> None:
    """Words over frames of one picture, each answered as the laws have it."""
    plan, _ = scene_of(rng)
    room = Room(replace(plan.solution.demands, parts=plan.parts), has_tests=True)
    positions: Positions = plan.solution.positions
    levers: Levers = room.planned_levers(positions)
    takes: list[JudgedTake] = []
    keys = [part.key for part in room.parts]
    for _ in range(takes_made):
        asked = room.asked(positions)
        about = [key for key in keys if key in asked] or keys
        spoken = random.Random(int(rng.integers(1 << 30))).sample(
            about, int(rng.integers(1, len(about) + 1))
        )
        words: dict[str, Verdict] = {key: WORDS[rng.integers(len(WORDS))] for key in spoken}
        settings = settings_on(room.dials, positions)
        takes.append(JudgedTake(settings, words, after_s=0.0, levers=levers))
        advice = next_setting(takes, room)
        moves_as_said(room, words, positions, levers, advice)
        assert next_setting(takes, room).positions == advice.positions  # law 10
        positions, levers = advice.positions, advice.levers
    kept_is_final(room, takes)


def moves_as_said(
    room: Room, words: Mapping[str, Verdict], positions: Positions, levers: Levers, advice: Advice
) -> None:
    """Law 8: a word moves its own light its own way, or what is in the way is named; no other is
    moved against a word without a sentence; after "right" of every light nothing moves."""
    codes = {reason.code for reason in advice.reasons}
    if codes & {"test_becomes_real", "next_test_frame", "check_first"}:
        return  # between a test frame and the real setting is no move against a word
    for part in room.parts:
        if part.key not in words:
            continue
        was = room.ev100_of(part, positions, levers)
        brighter = was - room.ev100_of(part, advice.positions, advice.levers)
        side = (WORDS.index(words[part.key]) < 3) - (WORDS.index(words[part.key]) > 3)
        if side:
            assert brighter * side > 0.01 or codes & ANSWERS, (part.key, words, brighter, codes)
            assert brighter * side > -STEP or codes & ANSWERS, (part.key, words, brighter, codes)
        else:
            assert abs(brighter) <= STEP + 1e-6 or codes & ANSWERS, (part.key, words, brighter)
    if len(words) == len(room.parts) and set(words.values()) == {"right"}:
        assert not advice.moved


def kept_is_final(room: Room, takes: list[JudgedTake]) -> None:
    """Law 9: whatever is said afterwards, the latest picture that is kept has the setting."""
    place = len(takes) // 2
    kept = replace(takes[place], is_kept=True, verdicts={})
    chain = [*takes[:place], kept, *takes[place + 1 :]]
    if is_quick_frame_of(positions_near(room.dials, kept.settings), room.predicted):
        return  # a test frame is never final
    settings = settings_on(room.dials, next_setting(chain, room).positions)
    assert settings == kept.settings, (settings, kept.settings)
