"""Instruments, in words."""

from collections.abc import Mapping
from typing import NamedTuple

from patient_owl.core.measure.compass import SET_SD_MOST_DEG, UNSET_SD_DEG
from patient_owl.core.measure.fills import UNITS
from patient_owl.core.measure.shake import BETWEEN_HZ, LISTENS_S
from patient_owl.core.sky.magnetic import Needle
from patient_owl.words.quantities import angle, duration, number, uncertain


class InstrumentWords(NamedTuple):
    """help: how it is done, two lines at most. touches: what a touch, or a sight, stands for, in
    turn. one, many: what is counted."""

    title: str
    help: str
    touches: tuple[str, ...] = ()
    one: str = "once"
    many: str = "times"
    caution: str = ""


class Asking(NamedTuple):
    label: str
    help: str = ""


INSTRUMENTS = {
    "crossing": InstrumentWords(
        "Crossing",
        "Touch as its nose comes into the frame and as its tail leaves it. Several tell how much "
        "they differ.",
        ("It comes in", "It is out"),
        "vehicle",
        "vehicles",
    ),
    "passing": InstrumentWords(
        "Speed by length",
        "Pick a post. Touch as the nose passes it and as the tail does; the length tells the speed.",
        ("Nose at the post", "Tail at the post"),
        "vehicle",
        "vehicles",
    ),
    "flash_bang": InstrumentWords(
        "Flash to bang",
        "Touch at the flash and at its bang. Sound takes three seconds a kilometre, a little more in "
        "the cold.",
        ("Flash", "Bang"),
        "burst",
        "bursts",
        "Lightning: thunder within 30 s of the flash means go inside, and stay there half an hour "
        "after the last.",
    ),
    "float": InstrumentWords(
        "Float",
        "Throw in a stick. Touch as it passes the first mark and the second; the length between "
        "them tells how fast the water runs.",
        ("At the first mark", "At the second"),
        "stick",
        "sticks",
        "Throw from where you stand dry and safe; no step into a current.",
    ),
    "walking": InstrumentWords(
        "Walking pace",
        "Walk it as you will in the frame. Touch as you set off and as you arrive.",
        ("Off", "There"),
        "walk",
        "walks",
    ),
    "spins": InstrumentWords(
        "Spins",
        "Touch each time the light passes the lowest point.",
        ("Lowest point",),
        "spin",
        "spins",
    ),
    "cycle": InstrumentWords(
        "Signal or beacon",
        "Touch each time the same flash comes, or the light turns green.",
        ("Now",),
        "round",
        "rounds",
        "Where several flashes make a group, touch at the first of each.",
    ),
    "strokes": InstrumentWords(
        "Rehearsal",
        "Draw it in the air. Touch as each stroke begins and as it ends, or let somebody touch for "
        "you.",
        ("Stroke begins", "Stroke ends"),
        "stroke",
        "strokes",
    ),
    "timer": InstrumentWords(
        "Self-timer",
        "How long is the camera's 2 s? Touch with the release and as the shutter clacks.",
        ("Release", "Clack"),
        "try",
        "tries",
    ),
    "height": InstrumentWords(
        "How high",
        "Lay the phone's edge on its foot and hold, then on its top. How far off it is must be "
        "known.",
        ("Foot", "Top"),
    ),
    "distance": InstrumentWords(
        "How far, by its height",
        "Something of known height is a measure: a door 2 m, a storey 3 m. Foot, then top.",
        ("Foot", "Top"),
    ),
    "by_eye": InstrumentWords(
        "How far, over level ground",
        "Lay the phone's edge on its foot. On level ground your eye's own height is the measure; "
        "good to ten times that height.",
        ("Foot",),
    ),
    "two_points": InstrumentWords(
        "How far, from two points",
        "Point where you will walk, then at the subject. Walk, and point at it again. Near a right "
        "angle is best.",
        ("Where you will walk", "Subject, from here", "Subject, from there"),
    ),
    "streak": InstrumentWords(
        "Speed from a test take",
        "Enlarge it: how long is a bubble's streak, as a share of the picture's height? The time it "
        "was open tells how fast the water runs.",
    ),
    "coordinates": InstrumentWords(
        "A point on the map",
        "Coordinates of the subject give its bearing, how far off it is, and how high its top looks.",
    ),
}

GIVEN = {
    "bearing_true_deg": Asking("Bearing"),
    "tilt_deg": Asking("Tilt", "Up positive."),
    "length_m": Asking("Length", "Paced or known. A tenth of it is lost easily."),
    "temperature_c": Asking("Air", "Sound is slower in the cold."),
    "distance_m": Asking("How far off"),
    "height_m": Asking("How high it is"),
    "streak_percent": Asking("Its streak", "Of the picture's height."),
    "exposure_s": Asking("The shutter was open"),
    "focal_length_mm": Asking("Focal length"),
    "frame_height_mm": Asking("The picture is high on the sensor"),
    "point_sd_m": Asking("Both points are known to ±", "A phone's position: ten metres."),
    "east_off_m": Asking(""),
    "north_off_m": Asking(""),
    "eye_m": Asking("Your eye over the ground"),
    "walked_m": Asking("You walk"),
    "there_latitude_deg": Asking("Latitude"),
    "there_longitude_deg": Asking("Longitude"),
    "width_m": Asking("As wide as the body shall look", "Of the tower, or what else stands there."),
    "over_m": Asking("Its top over your ground"),
}

RESULTS = {
    "crossing_s": "across the frame in",
    "speed_km_h": "speed",
    "speed_m_s": "speed",
    "distance_m": "distance",
    "sound_delay_s": "delay of the bang",
    "water_speed_m_s": "the water runs",
    "walk_m_s": "pace",
    "spin_s": "one spin takes",
    "spins_per_min": "spins a minute",
    "period_s": "comes round every",
    "pace_m_s": "pace of the hand",
    "drawn_s": "drawn in",
    "delay_s": "it waits",
    "height_m": "height",
    "base_m": "its foot over you",
    "at_latitude_deg": "at latitude",
    "at_longitude_deg": "at longitude",
    "east_m": "to the east",
    "north_m": "to the north",
    "bearing_true_deg": "bearing",
    "tilt_deg": "tilt",
    "height_angle_deg": "its top looks high by",
}

HOLDS = {
    "held_up": ("Held up", "Its back toward the subject, as a camera is held."),
    "lying": ("Lying on the camera", "Flat on the hot shoe or the plate, its top edge forward."),
}

FACES = {
    "sight": InstrumentWords(
        "Point", "Bearing, tilt and roll of the phone, and what stands where it points."
    ),
    "stand": InstrumentWords(
        "Where to stand",
        "So that Sun, Moon or core touches the top of something at a minute you choose.",
    ),
    "sweep": InstrumentWords(
        "Skyline",
        "Point at the ridge, touch Draw, and follow it round slowly. Touch again to lift the pen.",
    ),
    "steady": InstrumentWords(
        "Is it steady?",
        "Phone flat on the camera or the head, held by a band. Hands off, wait for a breath of wind.",
    ),
}

COMPASS = {
    "unset": f"A phone's compass errs by 5° to 10° until it is set: taken for ± {angle(UNSET_SD_DEG)}.",
    "relative": "This phone tells turns, but not where north is. Set it on something known.",
    "wanders": "The bearing wanders though the phone is still: iron or a magnet is near, a railing, a "
    "car, a tripod plate, a case. Step away five metres and hold again.",
    "trembles": "The phone was not still. Elbows in, lean on something, hold again.",
    "jumps": "The compass jumped. Turn the phone through a figure of eight, away from iron, and set it "
    "anew.",
    "silent": "The phone's sensors have stopped telling. Put the page in front, or turn the screen off "
    "and on.",
    "steep": "Pointing so steeply a bearing means nothing; the tilt holds.",
    "none": "No sensor of this device tells how it is held. Type what you know; everything else works.",
    "refused": "The browser was told not to give the sensors. Its settings for this site can change "
    "that; until then, type.",
    "asks": "If this is a phone, its browser asks before a page may read how it is held. Nothing of "
    "that leaves the phone.",
    "insecure": "Browsers give sensors only to secure pages. Start the app with --tls, or type.",
    "sun": "Never look into the Sun, and through no lens. Turn until the phone's own shadow is "
    "thinnest.",
    "far_off": f"That is more than {angle(SET_SD_MOST_DEG)} off what the compass said: is it the right one, "
    "and is no iron near?",
}

# The line of an event that was timed, and its name until somebody says another.
CYCLE_LINE = "{name} every {period_s} s"
CYCLE_NAME = "beacon"

STEADY = {
    "steady": "Steady: under a pixel.",
    "soft": "Soft at 1:1: shade it from the wind, weight on the hook, or a shorter time.",
    "shaken": "Shaken: lower the column, shorten the legs, weight on the hook, wait between gusts.",
    "unseen": "Under what this phone can tell.",
    "slow": "This browser gives the motion too rarely to see quick shaking; what is told is a floor.",
}
STEADY_LIMITS = (
    f"Swings of {number(BETWEEN_HZ[0])} to {number(BETWEEN_HZ[1])} a second over {duration(LISTENS_S)}; slower ones are the sensor's own, "
    "quicker ones it does not see. The phone's weight is on it too, and the mirror and your finger are "
    "not. Between two trials in wind expect a third of difference."
)


def reading_text(instrument: str, figures: Mapping[str, tuple[float, float]], count: int) -> str:
    """`Crossing: 4.2 s ± 0.3, 3 vehicles`"""
    said = INSTRUMENTS.get(instrument) or FACES.get(instrument)
    if said is None:
        return instrument
    told = [
        uncertain(value, sd, UNITS.get(key, ""), key.split(".")[-1])
        for key, (value, sd) in figures.items()
    ]
    # one result may answer several questions, and is told once
    parts = list(dict.fromkeys(told))
    if count > 1 and said.many:
        parts.append(f"{count} {said.many}")
    return f"{said.title}: {', '.join(parts)}" if parts else said.title


def known_text(sd: float, key: str) -> str:
    """The ± of an answer, beside it in prose: `± 0.3`"""
    text = uncertain(sd, sd, UNITS.get(key, ""), key.rsplit(".", maxsplit=1)[-1])
    return "± " + text.rsplit("± ", 1)[-1]


def needle_text(needle: Needle) -> str:
    """Where a compass points here, with its ±."""
    side = "east" if needle.east_deg >= 0 else "west"
    off, sd = (number(round(abs(value), 1)) for value in (needle.east_deg, needle.sd_deg))
    said = f"A needle points {off}° {side} of true north here, ± {sd}°."
    if needle.is_weak:
        said += " So near a magnetic pole no compass is to be trusted: set it on something known."
    return said


# Under a setting that a reading led to without signal, worked out by thirds.
MEASURED_ACTS = "Set for what you measured, to a third of a stop."
