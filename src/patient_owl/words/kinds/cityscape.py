"""Cityscape and blue hour, in words."""

from patient_owl.words.kind import PostWords, Question, SceneWords, Words

WORDS = Words(
    key="cityscape",
    title="Cityscape and blue hour",
    aim="Lamps and the last blue of the sky in one picture.",
    questions={
        "lamps_stops": Question(
            "Lamps over the subject",
            "Of those that shall keep their drawing: lit windows about 4.",
            told="lamps {value:stops} over it",
        ),
        "shadows_stops": Question(
            "Shadows under it",
            "The darkest corner that shall still read.",
            told="shadows {value:stops} under it",
        ),
        "passers_s": Question(
            "Passers-by stay",
            "Seconds somebody covers one spot. Leave empty to let them show.",
            told="without passers-by who stay {value:seconds}",
            open="passers-by to lose",
        ),
    },
    reasons={
        "contrast_fits": "lamps to shadows {contrast_stops:stops}: one frame holds {held_stops:stops}",
        "contrast_unknown": "lamps to shadows {contrast_stops:stops}: what one frame holds is not known "
        "for this body, so bracket",
        "contrast_blended": "lamps to shadows {contrast_stops:stops}, one frame holds "
        "{held_stops:stops}: {frames:number} frames two stops apart, blended",
        "contrast_lifted": "lamps to shadows {contrast_stops:stops}, one frame holds "
        "{held_stops:stops}: exposed for the lamps, the deepest shadows lift noisily",
        "blue_hour": "blue hour begins {after_s:from_now} and lasts {lasts_s:duration}",
        "blue_hour_now": "blue hour, for another {lasts_s:duration}",
        "blue_hour_over": "the blue hour is over; the next begins {after_s:from_now}, before sunrise",
        "blue_hour_gone": "the blue hour is over for this night",
        "no_blue_hour": "no blue hour this night: the Sun is never {lowest_deg:angle} to {highest_deg:angle} "
        "high",
        "moon_burns": "the Moon in the frame burns out by {stops:stops}: take it in a frame of its own "
        "at about f/11 and 1/ISO s",
        "lamp_rays": "lamps grow {rays:number} rays ({blades:number} blades)",
        "panorama_outlasts": "the panorama takes {clock_s:duration}, longer than the {lasts_s:duration} of "
        "blue hour that are left: fewer frames or a wider lens",
    },
    steps={
        "blend_frames": "All frames of the bracket, nothing touched between them.",
        "panorama_level": "Level the head, turn about the lens's middle, overlap by a third.",
    },
    mistakes={
        "blue_hour_missed": "The first good frame comes when the blue has gone: be set up before.",
    },
    posts={
        "ghosts_vanish": PostWords(
            "passers-by vanish",
            "t ≥ dwell ÷ share, share = {share:number}",
            "{dwell_s:number} s ÷ {share:number}",
            "Who covers a spot for a sixteenth of the time is four stops under it: nobody sees it. "
            "Somebody who stops to look stays.",
        ),
    },
    scenes={
        "blue_harbour": SceneWords(
            "The harbour in blue",
            "Lamps and sky balance for a few minutes.",
            "The blue is gone.",
        ),
    },
)
