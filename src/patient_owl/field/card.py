"""Cards for the pocket, for whoever goes without a screen."""

from sqlalchemy.orm import Session

from patient_owl.accounts.models import User
from patient_owl.field.schemas import FieldNightOut, FieldShotOut
from patient_owl.field.service import bundle
from patient_owl.formats.card_pdf import Block, Card, write_card
from patient_owl.nights.models import Night
from patient_owl.nights.service import get_night, sky_of
from patient_owl.places.zones import zone
from patient_owl.shots.models import Shot
from patient_owl.words.night import EVENTS, clock


def night_card(session: Session, user: User, night: Night) -> bytes:
    """The whole night on one page: times, shots in order, hazards."""
    found = bundle(session, user, night)
    place_zone = zone(night.place.time_zone)
    times = [(clock(e.at_utc, place_zone), EVENTS[e.code]) for e in sky_of(night).events]
    blocks = [
        Block("Shots", rows=[(s.at_local, s.title, s.setting.text) for s in found.shots]),
        Block("The sky", rows=times),
        Block("Mind", lines=_cautions(found)),
    ]
    subtitle = f"{night.place.name}, {night.evening_date:%a %-d %B %Y}. {found.sentence}"
    return write_card(Card(found.title, subtitle, "", [b for b in blocks if b.rows or b.lines]))


def shot_card(session: Session, user: User, shot: Shot) -> bytes:
    """One shot: its numbers, steps, and what to set for each word."""
    night = get_night(session, user.id, shot.night_id)
    found = bundle(session, user, night)
    mine = next(s for s in found.shots if s.id == shot.id)
    labels = {verdict.key: verdict.label for verdict in found.verdicts}
    blocks = [
        Block(
            "If you see it, set",
            rows=[(labels[word], answer.setting.text) for word, answer in mine.answers.items()],
        ),
        Block("In order", lines=[s.text for s in mine.steps], is_checklist=True),
        Block("Bracket", rows=[(b.stops, b.setting.text) for b in mine.bracket]),
        Block("Mind", lines=[line.text for line in mine.cautions]),
    ]
    return write_card(
        Card(
            mine.title,
            f"{mine.at_local} at {found.place_name}. {_why(mine)}",
            _numbers(mine),
            blocks,
        )
    )


def _cautions(found: FieldNightOut) -> list[str]:
    """Each once, hazards of the place first."""
    lines = [found.hazards] if found.hazards else []
    lines += [line.text for shot in found.shots for line in shot.cautions]
    return list(dict.fromkeys(lines))


def _numbers(shot: FieldShotOut) -> str:
    return shot.setting.text.replace(", ", "   ")


def _why(shot: FieldShotOut) -> str:
    return f"{shot.sentence[0].upper()}{shot.sentence[1:]}"
