"""A cue track: every call where it belongs, in a file any player reads."""

import io
import json
import wave
from pathlib import Path

import numpy as np
import pytest

from patient_owl.core.errors import WrongValue
from patient_owl.core.program.calls import Call, calls_of
from patient_owl.core.program.program import Cue, Phase, Program
from patient_owl.formats.cue_track import RATE_HZ, write_cue_track

# Written down by hand; the page's own calls are held against them too.
CALLS = json.loads((Path(__file__).parents[1] / "calls.json").read_text())


def heard(track: bytes) -> np.ndarray:  # type: ignore[type-arg]
    with wave.open(io.BytesIO(track)) as file:  # the standard library's own reader
        assert (file.getnchannels(), file.getsampwidth()) == (1, 2)
        assert file.getframerate() == RATE_HZ
        return np.frombuffer(file.readframes(file.getnframes()), "<i2").astype(float)


def test_a_course_calls_out_delay_opening_cues_and_the_last_seconds() -> None:
    phase = Phase("frame", CALLS["exposure_s"], lead_in_s=CALLS["lead_in_s"])
    course = Program((phase,), tuple(Cue(at_s, "spin") for at_s in CALLS["cues"]))
    assert [[call.at_s, call.kind, call.left_s] for call in calls_of(course)] == CALLS["calls"]
    by_hand = Program((Phase("frame", None, expected_s=5.0),))
    assert [call.kind for call in calls_of(by_hand)] == ["open"]


# Four minutes: the wanted accuracy of a cue is 50 ms.
def test_every_call_is_heard_within_fifty_milliseconds_over_four_minutes() -> None:
    at_s = [10.0, 61.25, 133.333, 239.9]
    quiet = write_cue_track([], 240.0)
    loud = write_cue_track([Call(at, "cue") for at in at_s], 240.0)
    differs = np.abs(heard(loud) - heard(quiet)) > 1000
    begins = [k / RATE_HZ for k in np.flatnonzero(differs)]
    for at in at_s:
        first = next(t for t in begins if t > at - 0.5)
        assert first == pytest.approx(at, abs=0.05)


def test_a_course_longer_than_anybody_rehearses_is_refused() -> None:
    with pytest.raises(WrongValue, match="at most 3600 s"):
        write_cue_track([], 4000.0)
