"""Low steady lights, in words."""

from patient_owl.words.kind import Question, SceneWords, Words
from patient_owl.words.lights import AIRS

WORDS = Words(
    key="steady_lights",
    title="Low steady lights",
    aim="Panels at a few per cent beside what is there anyway.",
    questions={
        "haze": Question(
            "The air", "Haze and smoke show the light itself.", told="the air {value}"
        ),
    },
    options=dict(AIRS),
    reasons={
        "panel_leads": "too dark for anything else, so the first panel makes the picture: {share:percent} of "
        "its power, {stops:placed}",
        "panel_ratio": "the first two panels stand {stops:stops} apart, {gain:.1f} to 1",
        "opposite": "opposite colours part the planes of the picture",
        "neighbouring": "neighbouring colours keep it quiet",
        "hue_opposite": "opposite {hue:hue} stands {opposite:hue}: it parts the planes of the picture",
        "hue_neighbouring": "beside {hue:hue} stand {beside:hue} and {besides:hue}: they keep it quiet",
        "hues_opposite": "{hue:hue} and {other:hue} stand opposite: they part the planes of the picture",
        "hues_neighbouring": "{hue:hue} and {other:hue} are neighbours: they keep it quiet",
        "hues_between": "{hue:hue} and {other:hue} are neither opposite nor neighbours",
        "hue_looks_dark": "{hue:hue} alone looks {stops:stops} darker than white that fills its channel as "
        "much: judge it by that channel's histogram, not by the eye",
        "white_warmer": "at {white_k:whole} K the second panel is {apart_mired:whole} mired warmer than the first at "
        "{other_k:whole} K: a blue gel of as much makes them one, or leave it",
        "white_cooler": "at {white_k:whole} K the second panel is {apart_mired:whole} mired cooler than the first at "
        "{other_k:whole} K: an orange gel of as much makes them one, or leave it",
        "haze_shows": "the air before the first panel lands {air_stops:placed} itself, more from behind: begin "
        "{stops:stops} lower and look",
    },
    steps={
        "one_panel_at_a_time": "One panel at a time, the others off: set its per cent, look, then the "
        "next.",
        "scrape_from_the_side": "Scrape along the surface from the side or behind, shadows toward the "
        "camera.",
    },
    mistakes={
        "panel_in_view": "A panel, or its reflection, stands in the frame.",
        "lit_flat": "Lit from where the camera stands.",
        "all_panels_at_once": "All panels switched on at once: nobody knows which one is too bright.",
    },
    scenes={
        "two_panels": SceneWords(
            "Panels in a dark house",
            "Low steady light on a tree in a room that is all but black.",
            "The house is wanted back.",
        ),
    },
)
