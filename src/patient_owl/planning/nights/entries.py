"""What a calendar tells of a night: its darkness, its windows, and what happens there."""

from datetime import timedelta
from typing import TypedDict

import numpy as np

from patient_owl.core.events.event import Beat
from patient_owl.core.sky import ephemeris
from patient_owl.formats.calendar import Entry
from patient_owl.library.places.zones import zone
from patient_owl.planning.nights.schemas import StretchOut
from patient_owl.planning.nights.service import happenings_of, sky_of
from patient_owl.planning.nights.slope import SLOPE_STEP_S, shown_span, windows_out
from patient_owl.platform.tables.nights import Night
from patient_owl.words.events import happening_text
from patient_owl.words.night import night_sentence

BEFORE_A_WINDOW = timedelta(minutes=15)  # common practice


def night_entries(night: Night) -> list[Entry]:
    """The night from dusk to dawn, then its windows and events."""
    sky = sky_of(night)
    start, end = shown_span(sky)
    sentence = night_sentence(sky, zone(night.place.time_zone))
    seconds = np.arange(ephemeris.epoch_seconds(start), ephemeris.epoch_seconds(end), SLOPE_STEP_S)
    whole = Entry(
        f"night-{night.id}@patient-owl",
        night.called,
        start,
        end,
        "\n".join(part for part in (sentence, night.notes, night.place.hazards) if part),
        **where_of(night),
    )
    stretches = [*windows_out(night, seconds), *_event_stretches(night)]
    return [
        whole,
        *(
            Entry(
                f"{k}-{night.id}@patient-owl",
                stretch.text,
                stretch.start_utc,
                stretch.end_utc,
                alarm_before=BEFORE_A_WINDOW,
                **where_of(night),
            )
            for k, stretch in enumerate(stretches)
        ),
    ]


class Where(TypedDict):
    location: str
    geo: tuple[float, float]


def where_of(night: Night) -> Where:
    """Its place, as an entry has it."""
    place = night.place
    return {"location": place.name, "geo": (place.latitude_deg, place.longitude_deg)}


MOST_ENTRIES = 3  # of one event in a calendar: a tram's times are read off its line


def _event_stretches(night: Night) -> list[StretchOut]:
    """The events a calendar tells of: those of few stretches that do not last all night."""
    place_zone = zone(night.place.time_zone)
    return [
        StretchOut(
            code=happening.event.kind,
            text=f"{happening.event.label}: {happening_text(happening, place_zone)}",
            start_utc=ephemeris.moment_utc(start),
            end_utc=ephemeris.moment_utc(end),
        )
        for happening in happenings_of(night)
        if len(happening.stretches) <= MOST_ENTRIES and not isinstance(happening.event.timing, Beat)
        for start, end in happening.stretches
    ]
