"""A night as iCalendar (RFC 5545), written by the icalendar package."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

from icalendar import (
    Alarm,
    Calendar,
    Component,
    Event,
    Timezone,
    TimezoneDaylight,
    TimezoneStandard,
)


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


def write_calendar(entries: Sequence[Entry], stamp_utc: datetime, zone: ZoneInfo) -> bytes:
    """The entries as one calendar, by the place's clock; the zone's rules for their years come
    along, so any reader knows what its name means."""
    calendar = Calendar()
    calendar.add("prodid", "-//Patient Owl//EN")
    calendar.add("version", "2.0")
    for entry in entries:
        event = Event()
        event.add("uid", entry.uid)
        event.add("dtstamp", stamp_utc.astimezone(UTC))
        event.add("dtstart", _told(entry.start_utc, zone))
        if entry.end_utc > entry.start_utc:  # a moment has no end [rfc5545, 3.6.1]
            event.add("dtend", _told(entry.end_utc, zone))
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
    moments = [moment for e in entries for moment in (e.start_utc, e.end_utc)]
    if moments and zone.key != "UTC":
        calendar.subcomponents.insert(0, _zone_rules(zone, min(moments), max(moments)))
    return bytes(calendar.to_ical())


A_YEAR = timedelta(days=366)
A_DAY = timedelta(days=1)


def _zone_rules(zone: ZoneInfo, first: datetime, last: datetime) -> Timezone:
    """What the zone's clocks do from a year before the first moment to a year after the last.

    A change begins at the local time it comes at, by the clock as it is before. [rfc5545, 3.6.5]
    """
    rules = Timezone()
    rules.add("tzid", zone.key)
    begin, end = (first - A_YEAR).astimezone(UTC), (last + A_YEAR).astimezone(UTC)
    rules.add_component(_rule(zone, begin, _offset(zone, begin)))
    day = begin
    while day < end:
        if _offset(zone, day) != _offset(zone, day + A_DAY):
            rules.add_component(_rule(zone, _change(zone, day, day + A_DAY), _offset(zone, day)))
        day += A_DAY
    return rules


def _offset(zone: ZoneInfo, moment: datetime) -> timedelta:
    return moment.astimezone(zone).utcoffset() or timedelta(0)


def _change(zone: ZoneInfo, before: datetime, after: datetime) -> datetime:
    """The second from which the clock differs from what it was before."""
    was = _offset(zone, before)
    while after - before > timedelta(seconds=1):
        middle = (before + (after - before) / 2).replace(microsecond=0)
        before, after = (middle, after) if _offset(zone, middle) == was else (before, middle)
    return after


def _rule(zone: ZoneInfo, moment: datetime, offset_before: timedelta) -> Component:
    local = moment.astimezone(zone)
    rule = TimezoneDaylight() if local.dst() else TimezoneStandard()
    rule.add("dtstart", (moment + offset_before).replace(tzinfo=None, microsecond=0))
    rule.add("tzoffsetfrom", offset_before)
    rule.add("tzoffsetto", local.utcoffset())
    rule.add("tzname", local.tzname())
    return rule


def _told(moment: datetime, zone: ZoneInfo) -> datetime:
    """By the place's clock; in UTC where the clock shows that hour for the second time, which a
    local time cannot say. [rfc5545, 3.3.5]"""
    local = moment.astimezone(zone)
    return local.astimezone(UTC) if local.fold else local
