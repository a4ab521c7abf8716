"""Both sides' arguments, in two sentences each."""

from collections.abc import Mapping
from typing import NamedTuple


class Side(NamedTuple):
    name: str
    argument: str


TITLES: Mapping[str, str] = {
    "star_school": "How long stars stay points",
    "aperture_school": "Aperture for stars",
    "focus_school": "Sharp stars or a sharp foreground",
    "trail_school": "Star trails in one frame or many",
    "water_school": "Moving water",
    "contrast_school": "More contrast than the sensor holds",
    "city_aperture_school": "Aperture for the lit city",
    "depth_school": "Depth or light indoors",
    "burst_school": "When to close on fireworks",
    "burst_focus_school": "Focusing for fireworks",
    "colour_school": "Colours of two lights",
    "tripod_school": "How high the tripod stands",
    "release_school": "What opens the shutter",
    "noise_reduction_school": "Noise reduction in the camera",
}

# As the told plan has them.
TOLD: Mapping[str, str] = {
    "star_school": "stars as points by {value}",
    "aperture_school": "the aperture {value}",
    "focus_school": "with {value}",
    "trail_school": "as {value}",
    "water_school": "with {value}",
    "contrast_school": "where contrast is too much {value}",
    "city_aperture_school": "at {value}",
    "depth_school": "for {value}",
    "burst_school": "closed {value}",
    "burst_focus_school": "focused {value}",
    "colour_school": "in {value}",
    "tripod_school": "on legs {value}",
    "release_school": "opened {value}",
    "noise_reduction_school": "noise reduction {value}",
}

SIDES: Mapping[str, Side] = {
    "opposite": Side(
        "opposite colours",
        "Warm against cold, red against cyan: planes part, and the eye knows at once which light is "
        "which. Loud, and skin turns odd where they mix.",
    ),
    "neighbouring": Side(
        "neighbouring colours",
        "Amber beside straw, blue beside cyan: quiet, believable, kind to skin. Planes part less.",
    ),
    "pixel_drift": Side(
        "pixels of drift, worst corner",
        "It uses this very frame: focal length, pixels and where the lens looks. You choose how "
        "many pixels a star may move.",
    ),
    "aperture_pitch_focal": Side(
        "aperture–pitch–focal formula",
        "It allows for the blur of diffraction and pixels that hides a short trail. Strict by "
        "itself; two to three times as long still passes in a print.",
    ),
    "rule_of_500": Side(
        "rule of 500",
        "One division in the head, good in the cold. Older than fine pixels: short lines show in "
        "a large print.",
    ),
    "wide_open": Side(
        "wide open",
        "Light is what the night lacks, and every stop halves the ISO. Corner faults can be "
        "cropped or lived with.",
    ),
    "one_stop_down": Side(
        "one stop down",
        "Corners sharpen and stars lose their wings. One stop of noise is easier to mend than a "
        "smeared corner.",
    ),
    "stars_sharp": Side(
        "stars sharp",
        "A star out of focus is lost; a soft stone still reads. The ground can have a frame of "
        "its own.",
    ),
    "near_subject": Side(
        "near subject sharp, stars soft",
        "The eye wants the subject sharp, and large soft stars set the mood. One honest frame "
        "does it all.",
    ),
    "stack": Side(
        "many frames, joined",
        "A passing torch spoils one frame, not the night, and heat noise stays low. It costs card "
        "space and an evening of joining.",
    ),
    "one_long": Side(
        "one long frame",
        "No beads, no gaps, nothing to join, and film knows no other way. Any light that passes "
        "ruins it all.",
    ),
    "texture": Side(
        "texture, about half a second",
        "Water keeps its drawing and its force. You still see which way it runs.",
    ),
    "silk": Side(
        "silk, several seconds and more",
        "Calm, graphic shapes; the rocks become the subject. It hides litter and wind ripples.",
    ),
    "bracket_blend": Side(
        "bracket and blend",
        "Shadows are recorded, not guessed, and come out clean. Anything that moves must be "
        "patched.",
    ),
    "dark_lift": Side(
        "one dark frame, lifted",
        "Highlights hold and nothing can shift between frames. The shadows pay in noise, which a "
        "low ISO keeps small.",
    ),
    "f8": Side(
        "f/8",
        "The sharpest a lens gets, and depth enough for a skyline. Two fifths of the time of f/13 when "
        "blue hour is running out.",
    ),
    "f13": Side(
        "f/13",
        "Lamps grow stars and traffic has time to draw. A little softness from diffraction does "
        "not show in a print.",
    ),
    "depth": Side(
        "depth at f/11",
        "Rooms are looked at from edge to edge, and minutes cost nothing on a tripod. Diffraction "
        "is not yet a bother.",
    ),
    "light": Side(
        "light at f/2.8",
        "The eye goes where it is sharp, and people hold still for that long. Film loses less to "
        "reciprocity.",
    ),
    "by_feel": Side(
        "by feel, on bulb",
        "Open on the launch, close as the burst fades: every shell gets its own time. You watch "
        "the sky, not the camera.",
    ),
    "fixed_seconds": Side(
        "a fixed time, over and over",
        "Four to six seconds catch most bursts and leave the hands free. What is missed is made "
        "up by number.",
    ),
    "first_burst": Side(
        "on the first burst",
        "It focuses at the real distance, and the show gives plenty of bursts. Lock it before the "
        "second.",
    ),
    "infinity_mark": Side(
        "beforehand, far off",
        "A far lamp or a magnified star does it before the hurry. Mind that the printed mark lies.",
    ),
    "tripod_low": Side(
        "low",
        "Short legs sway less in wind and nobody walks into them. The foreground grows large.",
    ),
    "tripod_high": Side(
        "at eye height",
        "You see the screen without kneeling, and clear railings and grass. It needs stout legs "
        "and a still night.",
    ),
    "release_remote": Side(
        "a remote",
        "You open on the very moment and hold as long as it takes. Bulb needs it anyway.",
    ),
    "release_timer": Side(
        "the self-timer",
        "Nothing to carry, lose or tangle. Two seconds still the camera; ten let you walk in.",
    ),
    "afterwards": Side(
        "off, one dark frame afterwards",
        "Every minute goes into a picture, and no stack gets gaps. One frame with the cap on at the "
        "end does for the whole evening.",
    ),
    "in_camera": Side(
        "on, a dark frame after each",
        "The hot pixels are gone when you look, at the very temperature of the frame. It doubles "
        "the clock from a second on.",
    ),
}
