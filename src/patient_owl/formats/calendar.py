"""A night as iCalendar (RFC 5545), written by the icalendar package."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from icalendar import Alarm, Calendar, Event


@dataclass(frozen=True)
class Entry:
    """One thing to be on time for. alarm_before: None for none."""

    uid: str
    summary: str
    start_utc: datetime
    end_utc: datetime
    description: str = ""
    location: str = ""
    geo: tuple[float, float] | None = None
    alarm_before: timedelta | None = None


def write_calendar(entries: Sequence[Entry], stamp_utc: datetime) -> bytes:
    """The entries as one calendar; moments in UTC, so no zone tables are needed."""
    calendar = Calendar()
    calendar.add("prodid", "-//Patient Owl//EN")
    calendar.add("version", "2.0")
    for entry in entries:
        event = Event()
        event.add("uid", entry.uid)
        event.add("dtstamp", stamp_utc)
        event.add("dtstart", entry.start_utc)
        event.add("dtend", entry.end_utc)
        event.add("summary", entry.summary)
        if entry.description:
            event.add("description", entry.description)
        if entry.location:
            event.add("location", entry.location)
        if entry.geo:
            event.add("geo", entry.geo)
        if entry.alarm_before is not None:
            alarm = Alarm()
            alarm.add("action", "DISPLAY")
            alarm.add("description", entry.summary)
            alarm.add("trigger", -entry.alarm_before)
            event.add_component(alarm)
        calendar.add_component(event)
    return bytes(calendar.to_ical())
