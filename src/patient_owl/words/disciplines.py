"""What each discipline is called and how it asks its questions."""

from collections.abc import Mapping
from typing import NamedTuple

from patient_owl.words.scenes import SCENE_NAMES
from patient_owl.words.schools import SIDES, TITLES


class Discipline(NamedTuple):
    title: str
    aim: str


class Question(NamedTuple):
    """A label and at most two lines of help."""

    label: str
    help: str


DISCIPLINES: Mapping[str, Discipline] = {
    "stars_over_foreground": Discipline(
        "Stars as points over a foreground",
        "The sky sharp above something that stands still.",
    ),
    "star_trails": Discipline("Star trails", "The sky's turning, drawn for an hour or a night."),
    "cityscape": Discipline(
        "Cityscape and blue hour", "Lamps and the last blue of the sky in one picture."
    ),
    "vehicle_trails": Discipline("Vehicle trails", "Lamps that draw their way through the frame."),
    "moving_water": Discipline("Moving water", "Water as you want it: frozen to mist."),
    "fireworks": Discipline("Fireworks", "Bursts with their colour, one or many to a frame."),
    "dim_interior": Discipline(
        "Dim interior or still life", "Rooms and things by the light that is there."
    ),
    "camera_movement": Discipline(
        "Camera movement", "Zoom, pan, lift or turn: what rests prints, what moves draws."
    ),
    "handheld": Discipline("Handheld", "No tripod, or none allowed: the best that hands can do."),
}

QUESTIONS: Mapping[str, Question] = {
    **{key: Question(title, "") for key, title in TITLES.items()},
    "drift_tolerance_px": Question(
        "Drift you accept", "Pixels a star may move. 2 for a large print, 4 to 6 for a screen."
    ),
    "sky_placement_stops": Question(
        "Place the sky", "Stops from mid-grey. A night sky usually sits about 2 under."
    ),
    "burst_frames": Question("Fired in a row", "The sharpest is kept."),
    "frames": Question("Frames to average", "Noise falls with the root of their number."),
    "focus_m": Question("Focus at", "How far off what is focused on stands."),
    "panorama_wide_deg": Question("Panorama, this wide", "Leave empty for a single frame."),
    "panorama_high_deg": Question("Panorama, this high", "Leave empty for one row."),
    "placement_stops": Question(
        "Place the subject", "Stops from mid-grey. Night stays night at −1 to −0.3."
    ),
    "total_min": Question("Open in all", "Sixty minutes turn the sky by 15°."),
    "frame_s": Question("A frame of the stack", "Short frames lose less to a passing torch."),
    "lamps_stops": Question(
        "Lamps over the subject", "Of those that shall keep their drawing: lit windows about 4."
    ),
    "shadows_stops": Question("Shadows under it", "The darkest corner that shall still read."),
    "passers_s": Question(
        "Passers-by stay", "Seconds somebody covers one spot. Leave empty to let them show."
    ),
    "vehicle": Question("What drives", "Sets how high its lamps draw."),
    "distance_m": Question("This far off", "From the camera, across its view."),
    "speed_km_h": Question("At", "What traffic really does there."),
    "counted_s": Question(
        "Or counted", "Seconds one takes through the frame. Counting beats computing."
    ),
    "crossings": Question("Crossings", "One for a single trail, several for a river of light."),
    "camera_height_m": Question("Camera stands", "Low lets tall vehicles rise over the horizon."),
    "town_placement_stops": Question(
        "Place the town", "Stops from mid-grey; time brings it there, within what bursts allow."
    ),
    "look": Question("Look", "How far the water runs while the shutter is open."),
    "water": Question("Water", "Sets how fast it runs."),
    "fall_height_m": Question("It falls", "The speed at the foot follows from the height."),
    "shell_in": Question("Shells", "Diameter in inches; 3 to 6 in most town shows."),
    "burst_height_m": Question(
        "Bursts seen this high", "Leave empty to take a hundred feet an inch."
    ),
    "sound_delay_s": Question(
        "Or flash to bang", "Seconds from seeing to hearing give the distance."
    ),
    "near_m": Question("Sharp from", "The nearest thing that shall be sharp."),
    "lamp_stops": Question("Brightest lamp over the subject", "Leave empty when none shows."),
    "windows": Question("Windows in the frame", "They match the room for a few minutes of dusk."),
    "people": Question("People in the frame", "They hold still for a second or two."),
    "movement": Question("Movement", "One at a time, smooth, without a jerk."),
    "move_s": Question("It takes", "Rehearse with a watch."),
    "rest_share": Question("At rest", "Share of the exposure, 0 to 0.95. It prints the subject."),
    "reach": Question("By", "How far the view turns."),
    "braced": Question("Held", "What you can lean on."),
    "lit_by": Question("Lit by", "What lights the subject. Metered takes your own reading."),
    "metered_ev100": Question("Metered", "EV at ISO 100, from a meter or a test frame."),
}

_OPTIONS: Mapping[str, str] = {
    "natural": "the sky alone, as predicted",
    "metered": "metered by you",
    "car": "cars",
    "bus": "buses and lorries",
    "tram": "trams",
    "by_school": "as my school has it",
    "frozen": "frozen",
    "textured": "textured",
    "silky": "silky",
    "mist": "mist",
    "trickle": "trickle, 0.3 m/s",
    "stream": "stream, 1 m/s",
    "cascade": "cascade, 2.5 m/s",
    "swell": "swell, 1.5 m/s",
    "fall": "waterfall, by its height",
    "no_windows": "none",
    "windows_in": "yes, with a view",
    "no_people": "none",
    "people_in": "yes, holding still",
    "zoom": "zoom",
    "pan": "pan",
    "lift": "lift",
    "turn": "turn about the lens",
    "free": "freely",
    "elbows_in": "elbows in, breathing out",
    "leaning": "leaning on something firm",
}

SKETCH_LABELS: Mapping[str, str] = {
    "core": "galactic core",
    "pole": "pole",
    "horizon": "horizon",
    "burst": "burst",
}


def option_text(option: str) -> str:
    """A choice as a form shows it."""
    if option in SIDES:
        return SIDES[option].name
    return SCENE_NAMES.get(option) or _OPTIONS[option]
