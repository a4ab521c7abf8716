"""From lines to what happens in a night."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from patient_owl.core.errors import WrongValue
from patient_owl.core.events.event import Beat, Event
from patient_owl.core.events.resolve import Evening, Happening, happening
from patient_owl.core.kept import kept
from patient_owl.core.sky import ephemeris
from patient_owl.formats.event_line import event_line, read_event_line
from patient_owl.library.events.schemas import MOST_SHOWN, HappeningOut, SpanOut
from patient_owl.platform.item_errors import or_trouble
from patient_owl.words.events import happening_text


@dataclass(frozen=True)
class EventMeaning:
    """A line as it is kept, with what it means in a night: happens None where it is not on that
    night; trouble: why it cannot be read any more."""

    line: str
    is_of_place: bool
    event: Event | None = None
    happens: Happening | None = None
    trouble: str | None = None


@kept(most=4096, mb=4)
def _read(line: str, day: date | None) -> Event:
    return read_event_line(line, day)


def event_or_none(line: str) -> Event | None:
    """The event of a kept line; None where it cannot be read any more."""
    event, _ = or_trouble(lambda: _read(line, None))
    return event


def names_of(lines: Sequence[str]) -> list[str]:
    """Of the events that go on for a while: a beam goes round all night."""
    events = (event_or_none(line) for line in lines)
    return [event.label for event in events if event and not isinstance(event.timing, Beat)]


def kept_lines(lines: Sequence[str], day: date | None = None) -> list[str]:
    """Lines as they are kept: understood, and told in our words. WrongValue names the line.

    day: the evening a tide was read for that does not say; of a place there is none.
    """
    kept = []
    for number, line in enumerate(lines):
        try:
            kept.append(event_line(_read(line, day)))
        except WrongValue as error:
            raise WrongValue(f"events.{number}", error.wanted, error.got) from error
    return kept


def told(lines: Sequence[str], evening: Evening, *, is_of_place: bool) -> list[EventMeaning]:
    """What kept lines mean in a night; one that cannot be read says why in its own place."""
    return [_told(line, evening, is_of_place) for line in lines]


def _told(line: str, evening: Evening, is_of_place: bool) -> EventMeaning:
    event, trouble = or_trouble(lambda: _read(line, evening.day))
    if event is None:
        return EventMeaning(line, is_of_place, trouble=trouble)
    happens, trouble = or_trouble(lambda: happening(event, evening))
    return EventMeaning(line, is_of_place, event, happens, trouble)


def happening_out(meaning: EventMeaning, evening: Evening) -> HappeningOut:
    happens = meaning.happens
    return HappeningOut(
        line=meaning.line,
        kind=meaning.event.kind if meaning.event else "time",
        label=meaning.event.label if meaning.event else meaning.line,
        text=happening_text(happens, evening.zone) if happens else "not this night",
        is_of_place=meaning.is_of_place,
        is_on=happens is not None,
        sure_min=round(happens.sure_s / 60, 1) if happens else 0.0,
        stretches=[
            SpanOut(start_utc=ephemeris.moment_utc(start), end_utc=ephemeris.moment_utc(end))
            for start, end in (happens.stretches[:MOST_SHOWN] if happens else ())
            if (start, end) != evening.bounds_s
        ],
        trouble=meaning.trouble,
    )
