"""What must meet in a night that is looked for: how it is asked, and how it is told."""

from collections.abc import Mapping, Sequence

from patient_owl.words.field_words import FieldWords

QUESTIONS: Mapping[str, FieldWords] = {
    "place_id": FieldWords("From"),
    "first_evening": FieldWords("First evening"),
    "months": FieldWords("Over", "months"),
    "light": FieldWords("Light"),
    "moon": FieldWords("Moon"),
    "moon_least_percent": FieldWords("Moon lit at least", "%"),
    "moon_most_percent": FieldWords("Moon lit at most", "%"),
    "target_key": FieldWords("Target", help="What shall stand in the sky."),
    "where": FieldWords("Stands"),
    "bearing_true_deg": FieldWords("Bearing of the subject, true", "°"),
    "within_deg": FieldWords("Within", "°", "To either side of it."),
    "lowest_deg": FieldWords("From altitude", "°"),
    "highest_deg": FieldWords("To altitude", "°"),
    "during": FieldWords("While there is", help="What happens at the place."),
    "least_minutes": FieldWords("Together for at least", "min"),
    "weekdays": FieldWords("Evenings", help="None ticked: any."),
}
TOLD: Mapping[str, str] = {
    "place_id": "from {value}",
    "first_evening": ", from {value}",
    "months": " over {value:whole} month{value:plural}",
    "light": ": {value}",
    "moon": ", the Moon {value}",
    "moon_least_percent": " {value:whole} %",
    "moon_most_percent": " to {value:whole} % lit",
    "target_key": ", {value}",
    "where": " {value}",
    "bearing_true_deg": " at {value:bearing}",
    "within_deg": " within {value:angle}",
    "lowest_deg": ", {value:angle}",
    "highest_deg": " to {value:angle} high",
    "during": ", {value}",
    "least_minutes": ", together for at least {value:minutes}",
    "weekdays": ", on {value}",
}
MOONS: Mapping[str, str] = {"down": "down", "lit": "lit between", "any": "wherever it is"}
WHERES: Mapping[str, str] = {"up": "above the horizon", "in": "behind a subject"}
WEEKDAYS = ("Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun")
NO_TARGET = "no target"


def weekdays_text(weekdays: Sequence[int]) -> str:
    """`any evening`, `Fri and Sat`"""
    names = [WEEKDAYS[day] for day in sorted(weekdays)]
    if not names:
        return "any evening"
    return " and ".join([", ".join(names[:-1]), names[-1]] if len(names) > 1 else names)


def during_text(labels: Sequence[str]) -> str:
    """`while there is rock pool full`, `whatever happens there`"""
    return f"while there is {' and '.join(labels)}" if labels else "whatever happens there"
