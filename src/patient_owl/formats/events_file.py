"""Events in files: CSV with a clause a column, and iCalendar as other programs write it.

Read into lines, as they would be typed; what cannot be one says why, and the rest goes on.
"""

import csv
import io
from collections.abc import Iterator, Sequence
from datetime import date, datetime, timedelta, tzinfo
from typing import Any, NamedTuple

from icalendar import Calendar

from patient_owl.core.errors import WrongValue
from patient_owl.core.events.event import NOON_MIN, WEEKDAYS
from patient_owl.formats.event_line import MONTHS, event_line, read_event_line
from patient_owl.formats.text import cell_of, decoded, read_rows, text_of

MOST_BYTES = 1_000_000
MOST_READ = 400  # entries of one file
COLUMNS = ("label", "event")
_DAYS = dict(zip(("MO", "TU", "WE", "TH", "FR", "SA", "SU"), WEEKDAYS, strict=True))


class Read(NamedTuple):
    """An entry of a file: the line it makes, or why it makes none. name: what the file calls it."""

    name: str
    line: str
    trouble: str = ""


def write_events_csv(lines: Sequence[str]) -> str:
    """One event a row: its name, and the whole of it as a line."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(COLUMNS)
    for line in lines:
        writer.writerow([cell_of(_label(line)), cell_of(line)])
    return out.getvalue()


def _label(line: str) -> str:
    try:
        return read_event_line(line).label
    except WrongValue:  # kept by an older version; it goes out as it is
        return ""


def read_events(content: bytes, zone: tzinfo, day: date) -> list[Read]:
    """The entries of a file, iCalendar or CSV; day: the evening a tide of no day was read for.

    WrongValue where it is neither, or too large.
    """
    if len(content) > MOST_BYTES:
        raise WrongValue("file", f"at most {MOST_BYTES // 1000} kB", f"{len(content) // 1000} kB")
    text = decoded(content, "CSV or iCalendar")
    is_calendar = text.lstrip().upper().startswith("BEGIN:VCALENDAR")
    entries = list(_of_calendar(text, zone) if is_calendar else _of_csv(text))
    if len(entries) > MOST_READ:
        raise WrongValue("file", f"at most {MOST_READ} entries", len(entries))
    return [_checked(read, day) for read in entries]


def _checked(read: Read, day: date) -> Read:
    if read.trouble:
        return read
    try:
        return read._replace(line=event_line(read_event_line(read.line, day)))
    except WrongValue as error:
        return read._replace(line="", trouble=f"wanted {error.wanted}, got {error.got}")


def _of_csv(text: str) -> Iterator[Read]:
    """The column named event (or line) of each row; a file of one column is all of it."""
    rows = [
        row for row in read_rows(text, ";" if ";" in text.partition("\n")[0] else ",") if any(row)
    ]
    if not rows:
        return
    header = [cell.strip().lower() for cell in rows[0]]
    place = next((header.index(name) for name in ("event", "line") if name in header), None)
    if place is not None:
        rows = rows[1:]
    for row in rows:
        line = text_of(row[place] if place is not None and place < len(row) else ", ".join(row))
        yield Read(line[:60], line.strip())


def _of_calendar(text: str, zone: tzinfo) -> Iterator[Read]:
    try:
        events = Calendar.from_ical(text).walk("VEVENT")
    except (ValueError, KeyError, IndexError) as error:
        raise WrongValue(
            "file", "an iCalendar file", str(error)[:60] or "something else"
        ) from error
    for event in events:
        name = " ".join(str(event.get("SUMMARY", "something")).split())[:80] or "something"
        try:
            yield Read(name, _line_of(event, name, zone))
        except (ValueError, KeyError, AttributeError, TypeError) as error:
            yield Read(name, "", f"its times cannot be read ({str(error)[:60]})")


def _line_of(event: Any, name: str, zone: tzinfo) -> str:
    start = event.decoded("DTSTART")
    if not isinstance(start, datetime):
        raise ValueError("it lasts whole days")
    begins = _local(start, zone)
    ends = begins
    if "DTEND" in event:
        ends = _local(event.decoded("DTEND"), zone)
    elif "DURATION" in event:
        ends = begins + event.decoded("DURATION")
    stretch = f"{begins:%H:%M} to {ends:%H:%M}" if ends > begins else f"at {begins:%H:%M}"
    # what begins before noon belongs to the evening before
    before_noon = 60 * begins.hour + begins.minute < NOON_MIN
    evening = begins.date() - timedelta(days=1 if before_noon else 0)
    # a name with a colon or a clause in it must not be taken for one
    label = name.replace(":", " ").replace(",", " ")
    return f"Time: {label}, {stretch}{_days_of(event, evening)}"


def _local(moment: datetime, zone: tzinfo) -> datetime:
    """A time without a zone is one of the place's clock."""
    return moment.replace(tzinfo=zone) if moment.tzinfo is None else moment.astimezone(zone)


def _days_of(event: Any, evening: date) -> str:
    rule = event.get("RRULE")
    if not rule:
        return f", on {evening.day} {MONTHS[evening.month - 1]} {evening.year}"
    often = str(rule.get("FREQ", [""])[0])
    if rule.get("INTERVAL", [1])[0] != 1 or often not in ("DAILY", "WEEKLY", "YEARLY"):
        raise ValueError("a rule of its own for when it comes again")
    if often == "YEARLY":
        return f", every year on {evening.day} {MONTHS[evening.month - 1]}"
    if often == "DAILY":
        return ""
    days = [_DAYS[str(day)[-2:]] for day in rule.get("BYDAY", [])] or [WEEKDAYS[evening.weekday()]]
    return ", on " + " and ".join(f"{day}s" for day in days)
