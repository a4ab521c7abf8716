"""A course as sound: a WAV file of tones and ticks, to rehearse at home and run from a pocket."""

import io
import wave
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from patient_owl.core.errors import WrongValue
from patient_owl.core.program.calls import TICK, TONES, BellTone, Call

Samples = NDArray[np.float32]

RATE_HZ = 22_050
LONGEST_S = 3600.0  # of a track: beyond it nobody listens, and it no longer fits a phone
LOUD = 0.85
BEAT_LOUD = 0.25  # of LOUD: a beat lies under what is called


def write_cue_track(calls: Sequence[Call], duration_s: float, *, beat_s: float = 1.0) -> bytes:
    """A mono WAV file, 16 bit. WrongValue for a course longer than anybody rehearses."""
    if duration_s > LONGEST_S:
        raise WrongValue(
            "duration_s", f"at most {LONGEST_S:.0f} s for a track", f"{duration_s:.0f} s"
        )
    sound = np.zeros(int((duration_s + 1.5) * RATE_HZ), dtype=np.float32)
    tick = _sounding(TICK) * BEAT_LOUD
    for k in range(int(duration_s / beat_s) + 1):
        _put(sound, tick, k * beat_s)
    for call in calls:
        _put(sound, _sounding(TONES[call.kind]), call.at_s)
    samples = (np.clip(sound, -1, 1) * LOUD * 32767).astype("<i2")
    out = io.BytesIO()
    with wave.open(out, "wb") as file:
        file.setnchannels(1)
        file.setsampwidth(2)
        file.setframerate(RATE_HZ)
        file.writeframes(samples.tobytes())
    return out.getvalue()


def _sounding(tone: BellTone) -> Samples:
    t = np.arange(int(tone.lasts_s * RATE_HZ)) / RATE_HZ
    return (np.sin(2 * np.pi * tone.hertz * t) * np.exp(-5 * t / tone.lasts_s)).astype(np.float32)


def _put(sound: Samples, tone: Samples, at_s: float) -> None:
    start = round(at_s * RATE_HZ)
    end = min(len(sound), start + len(tone))
    sound[start:end] += tone[: end - start]
