"""Events of a night beside a picture, and what is repeated until it happened, in words."""

from patient_owl.words.kind import Question, Words

WORDS = Words(
    key="",
    title="",
    aim="",
    questions={
        "repeat_until": Question(
            "Repeat until",
            "Frames back to back until it happened; you end it when you saw it.",
            told="over and over until {value}",
            open="repeating until it happens",
        ),
        "repeat_min": Question(
            "Wait as long as",
            "Card and battery are reckoned for all of it.",
            told="for {value:minutes} at most",
        ),
    },
    options={
        "until_nothing": "nothing, one picture",
        "until_meteor": "a meteor",
        "until_lightning": "lightning",
        "until_pass": "something passes over",
    },
    reasons={
        "repeats": "{frames:whole} frames back to back in {lasts_s:duration}; the shutter is open "
        "{share:share} of the time",
        "beam_turns": "{label}, round every {period_s:seconds}: {turns:number} turns in the frame. "
        "{whole_s:seconds} holds {whole:whole} whole turn{whole:plural}, every part lit as often as "
        "any other",
        "traffic_next": "{label}: the next comes {in_s:from_now}, then every {every_s:duration}",
        "traffic_over": "{label}: none comes any more at this minute",
        "water_rises": "the water stands at {height_m:depth} and rises: high water of {turn_m:depth} "
        "{in_s:from_now}",
        "water_falls": "the water stands at {height_m:depth} and falls: low water of {turn_m:depth} "
        "{in_s:from_now}",
        "show_begins": "{label} begins {in_s:from_now} and lasts {lasts_s:duration}",
        "show_runs": "{label} is on for another {left_s:duration}",
        "show_over": "{label} is over at this minute",
    },
    cautions={
        "water_rises": "The water rises: keep the way back dry, and leave before it is cut off. Local "
        "warnings decide.",
        "lightning": "Lightning: thunder within 30 s of the flash means go inside, and stay there half "
        "an hour after the last. Never under trees or beside masts.",
    },
)
