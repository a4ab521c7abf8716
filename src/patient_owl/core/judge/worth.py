"""What giving each thing up costs. Every price is in stops by which the lead light misses: a price
of 1 is worth one stop of that, and all are common practice.

They come from asking of pairs which of two a practitioner would rather have; the pairs stand in
tests/core/judge/test_worth.py, so that a price that flips one is seen.
"""

import math
from collections.abc import Mapping

import numpy as np

from patient_owl.core.exposure.dials import Control
from patient_owl.core.judge.liked import Liked, Pull
from patient_owl.core.light.part import Lever, LightPart
from patient_owl.core.types import FloatArray

# --- a light that misses ---
FREE_STOPS = {"thirds": 1 / 6, "halves": 1 / 4}  # half a step: no dial comes nearer
MISS = 2.0  # per stop beyond that
MISS_GROWS = 0.15  # per square stop: twice as far off is more than twice as bad
BURNT = 0.75  # besides, per stop that a light lands over where detail goes
BURNT_FROM_STOPS = 1.5  # from mid-grey: bright tones from here on are gone. [iso12232] has 2.96
LAST = 1e-4  # the same where nobody sees it: of two that cost the same the nearer one
NEARER = 0.5  # per stop within that: next to nothing, but the nearer of two is taken

# What a light's wish weighs against the lead's.
SAID = 0.7  # somebody said where it shall land
BROUGHT = 0.1  # somebody carries it there: a step, a gel or a dimmer mends it
BY_DEFAULT = 0.1  # nobody said anything
BLACK_STOPS = -5.0  # from mid-grey: beside the lead it is black whether five under or ten

# --- limits: per stop past them; what is not listed is hard ---
HARD = 1000.0
SOFT: Mapping[str, float] = {
    "stars_pixel_drift": 20.0,
    "stars_aperture_pitch_focal": 20.0,
    "stars_rule_of_500": 20.0,
    "people_still": 10.0,
    "handheld": 4.0,
    "subject_sharp": 3.0,
    "subject_runs": 1.5,
    "ghosts_vanish": 1.5,
    "water_from": 4.0,
    "water_to": 4.0,
    "depth_needs": 2.0,
    "stopped_down": 2.0,
    "drawn_depth": 1.5,
    "burst_aperture_wide": 1.5,
    "burst_aperture_narrow": 0.6,
    "drawn_crisp": 0.6,
    "sunstar": 1.0,
    "wind": 1.0,
    "staying": 2.0,
}
NEEDS = 4.0  # what is done while the shutter is open is not over when it closes
DIFFRACTION = 0.25  # per square stop past it: one is cheap, two are worth a filter

# --- controls ---
GAIN = 0.2  # per stop over base ISO
NOISE = 0.75  # per square stop over where noise shows
GAIN_BEHIND_GLASS = 2.5  # besides, per stop: light that was thrown away first
GLASS = 0.6  # each piece of glass
GLASS_STOPS = 0.002  # per stop it takes: the weaker of two that serve
WAIT_FROM_S = 90.0  # a frame of a minute or so is no wait
WAIT = 0.06  # per square doubling of that
TOUCHED = 0.5  # each control that has to be turned in the dark but the first
PREFERRED = 0.05  # of its prices is left of a control that was asked to keep the brightness

# A favourite aperture, per stop wider, per stop narrower, and per square stop wider. Opening is
# cheaper than gain over the whole lens: light that is gathered beats gain.
APERTURE = (0.05, 0.02, 0.008)
# A favourite time, per stop.
TIME = 0.01
LOOK = 0.12  # per stop off the middle of a look
# A time that makes the picture, per stop longer and shorter.
LONGER, SHORTER = 0.6, 0.35
LONGER_SILK = 0.25  # several seconds and more
LONGER_REST = 1.0  # of a camera that moves: what rests prints more strongly than was asked
SHORTER_FRAMES = 0.1  # of a stack: more of them


def wished_time(exposure_s: float, *, longer: float = LONGER, shorter: float = SHORTER) -> Pull:
    """A time that makes the picture: so many vehicles, so long a movement, silk of seconds. To
    wait for it is no wait.

    longer, shorter: per stop.
    """
    return Pull(exposure_s, longer, shorter, waits=True)


# --- levers of lights that are brought: where each is comfortable, and what a doubling beyond
# costs ---
COMFORTABLE: Mapping[str, tuple[float, float, float]] = {
    "dose_s": (2.0, 30.0, 0.15),  # a hand cannot pace a spot shorter
    "hold_s": (1.0, 30.0, 0.15),
    "share": (0.02, 1.0, 1.5),  # dimmers are coarse and flicker under two per cent
    "power": (1 / 64, 1.0, 0.03),
}
PACED = 0.8  # per doubling off the pace that was rehearsed


def limit_price(code: str, past_stops: FloatArray) -> FloatArray:
    """What it costs to stand so far past a limit. [stops ≥ 0]"""
    if code == "diffraction":
        return np.asarray(DIFFRACTION * past_stops**2)
    return np.asarray(SOFT.get(code, HARD) * past_stops)


def is_hard(code: str) -> bool:
    """Whether nothing goes past such a limit but the photographer's own hand."""
    return code != "diffraction" and code not in SOFT


def pull_price(pull: Pull, away_stops: FloatArray) -> FloatArray:
    """What it costs to stand so far from where a control is liked; brighter positive. [stops]"""
    over, under = np.maximum(away_stops, 0), np.maximum(-away_stops, 0)
    return np.asarray((pull.brighter + pull.bends * over) * over + pull.darker * under)


def gain_price(over_base: FloatArray, over_noisy: FloatArray) -> FloatArray:
    """What ISO costs, by stops over base and over where noise shows. [stops]"""
    return np.asarray(GAIN * np.maximum(over_base, 0) + NOISE * np.maximum(over_noisy, 0) ** 2)


def glass_price(pieces: FloatArray, stops: FloatArray) -> FloatArray:
    """What glass before the lens costs."""
    return np.asarray(GLASS * pieces + GLASS_STOPS * stops)


def wait_price(exposure_s: FloatArray, pull: Pull | None) -> FloatArray:
    """What waiting for one frame costs."""
    from_s = WAIT_FROM_S
    if pull is not None and pull.waits:
        from_s = max(from_s, pull.value)
    return np.asarray(WAIT * np.log2(np.maximum(exposure_s / from_s, 1)) ** 2)


def lever_price(lever: Lever, doublings: FloatArray) -> FloatArray:
    """What it costs to put a lever so many doublings over where it is stated; one that is held
    costs nothing."""
    if lever.held_at is not None:
        return np.zeros_like(doublings)
    if lever.key not in COMFORTABLE:  # a pace
        return np.asarray(PACED * np.abs(doublings))
    least, most, price = COMFORTABLE[lever.key]
    under, over = math.log2(least / lever.value), math.log2(most / lever.value)
    off = np.maximum(under - doublings, doublings - over)
    return np.asarray(price * np.maximum(off, 0))


def miss_price(
    part: LightPart, miss_stops: FloatArray, free_stops: float, *, is_lead: bool
) -> FloatArray:
    """What it costs that a light lands so far from its wish; brighter positive. [stops]"""
    weight = weight_of(part, is_lead=is_lead)
    last = LAST * np.abs(miss_stops)
    miss_stops = seen_miss(part, miss_stops, is_lead=is_lead)
    nearer = np.minimum(np.abs(miss_stops), free_stops)
    off = np.abs(miss_stops) - nearer
    burnt_from = max(0.0, BURNT_FROM_STOPS - part.placement_stops) + free_stops
    burnt = BURNT * np.maximum(miss_stops - burnt_from, 0)
    price = (MISS + MISS_GROWS * off) * off + burnt
    return np.asarray(weight * (price + NEARER * nearer) + last)


def lead_misses(price: FloatArray) -> FloatArray:
    """By how much the lead may miss for a price at most, what is free left out. [stops ≥ 0]"""
    root = np.sqrt(MISS**2 + 4 * MISS_GROWS * np.maximum(price, 0))
    return np.asarray((root - MISS) / (2 * MISS_GROWS))


def seen_miss(part: LightPart, miss_stops: FloatArray, *, is_lead: bool) -> FloatArray:
    """What is seen of a miss: beside the lead black is black, wished or come."""
    if is_lead or part.is_brought:
        return miss_stops
    wished_stops = max(part.placement_stops, BLACK_STOPS)
    return np.maximum(miss_stops + part.placement_stops, BLACK_STOPS) - wished_stops


def weight_of(part: LightPart, *, is_lead: bool) -> float:
    """What a light's wish weighs."""
    if is_lead:
        return 1.0
    if part.is_brought:
        return BROUGHT
    return SAID if part.is_said else BY_DEFAULT


def pulls(liked: Liked) -> Mapping[Control, Pull]:
    """What a discipline likes, with what it costs to stand away from it."""
    time, aperture = liked
    return {
        "exposure_s": time if isinstance(time, Pull) else Pull(time, TIME, TIME),
        "f_number": aperture if isinstance(aperture, Pull) else Pull(aperture, *APERTURE),
    }
