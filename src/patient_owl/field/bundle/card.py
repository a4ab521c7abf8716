"""Cards for the pocket, for whoever goes without a screen."""

from zoneinfo import ZoneInfo

from patient_owl.core.light.part import WHOLE
from patient_owl.field.bundle.schemas import FieldNightOut, FieldSettingOut, FieldShotOut
from patient_owl.field.bundle.service import bundle, shot_or_trouble
from patient_owl.formats.card_pdf import Block, Card, write_card
from patient_owl.journal.photos.service import photos_of
from patient_owl.journal.takes.present import verdicts_out
from patient_owl.journal.takes.record import record_of
from patient_owl.library.places.zones import zone
from patient_owl.planning.computed.service import small_jpeg
from patient_owl.planning.nights.service import sky_of
from patient_owl.planning.order.packing import pack_of
from patient_owl.planning.order.service import order_of
from patient_owl.planning.shots.planner import Planner
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.item_errors import or_trouble
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.shots import Shot
from patient_owl.words.night import EVENTS, clock
from patient_owl.words.quantities import begun

CARD_PX = 480  # of the computed picture, where no photograph exists yet
MOST_MOMENTS = 24  # of moving light on one card: what leaves room for the rest


def night_card(visit: Visit, night: Night) -> bytes:
    """The whole night on a page: times, shots in order, hazards; on a second what to take."""
    taken_along = bundle(visit, night)
    place_zone = zone(night.place.time_zone)
    times = [(clock(e.at_utc, place_zone), EVENTS[e.code]) for e in sky_of(night).events]
    order, no_order = or_trouble(lambda: order_of(visit, night))
    blocks = [
        Block(
            "Shots",
            rows=[(s.at_local, s.title, s.settings[s.setting].text) for s in taken_along.shots],
        ),
        Block(
            "In order",
            lines=[order.summary, *order.sentences[-1 if order.is_as_kept else 0 :]]
            if order
            else [no_order or ""],
        ),
        Block(
            "Not planned", lines=[f"{s.at_local} {s.title}: {s.text}" for s in taken_along.left_out]
        ),
        Block("The sky", rows=times),
        Block("Mind", lines=_cautions(taken_along)),
    ]
    subtitle = f"{night.place.name}, {night.evening_date:%a %-d %B %Y}. {taken_along.sentence}"
    card = Card(taken_along.title, subtitle, "", [b for b in blocks if b.rows or b.lines])
    pack_card, _ = or_trouble(lambda: _pack_card(visit, night, taken_along.title))
    return write_card(card, *([pack_card] if pack_card else []))


def _pack_card(visit: Visit, night: Night, title: str) -> Card:
    """What to take, to be ticked on paper, and what the night takes."""
    packed = pack_of(visit, night)
    blocks = [
        Block(
            group.title,
            lines=[f"{line.text}{f' ({line.why})' if line.why else ''}" for line in group.lines],
            is_checklist=True,
        )
        for group in packed.groups
    ]
    return Card(f"{title}: to take", " ".join(packed.budget), "", blocks)


def shot_card(visit: Visit, shot: Shot) -> bytes:
    """One shot: its numbers, steps, and what to set for each word."""
    planner = Planner(visit)
    night = planner.night(shot.night_id)
    record = record_of(visit.session, visit.user, shot)
    mine, trouble = shot_or_trouble(planner, night, shot, record)
    if mine is None:
        where = f"{clock(shot.at_utc, zone(night.place.time_zone))} at {night.place.name}."
        return write_card(
            Card(shot.title, where, "", [Block("Not planned", lines=[trouble or ""])])
        )
    blocks = [
        *_answers(mine),
        Block("Lights", rows=[(g.name, g.text) for g in mine.settings[mine.setting].given]),
        _moving(mine, zone(night.place.time_zone)),
        Block("In order", lines=[s.text for s in mine.steps], is_checklist=True),
        Block("Bracket", rows=[(b.stops, mine.settings[b.setting].text) for b in mine.bracket]),
        Block("Mind", lines=[line.text for line in mine.cautions]),
    ]
    subtitle = f"{mine.at_local} at {night.place.name}. {_why(mine)}"
    shown = [block for block in blocks if block.rows or block.lines]
    photos = photos_of(visit.session, visit.user, shot.id)
    picture = None if photos else small_jpeg(visit, shot, CARD_PX)
    return write_card(Card(mine.title, subtitle, _numbers(mine), shown, picture))


def _answers(shot: FieldShotOut) -> list[Block]:
    """What to set for each word about each light; a single light is the whole picture."""
    labels = {verdict.key: verdict.label for verdict in verdicts_out()}
    lights = [light for light in shot.lights if light.key != WHOLE] or shot.lights
    now = shot.settings[shot.setting]
    return [
        Block(
            f"If you see {light.name or 'it'}, set",
            rows=[
                (label, _used(shot.settings[answer.setting], now))
                for word, label in labels.items()
                if (answer := shot.answers.get(f"{light.key}={word}")) is not None
            ],
        )
        for light in lights
    ]


def _used(setting: FieldSettingOut, now: FieldSettingOut) -> str:
    """A setting with what is then done otherwise with the lights that are brought."""
    changed = [f"{line.name} {line.text}" for line in setting.given if line not in now.given]
    return "; ".join([setting.text, *changed])


def _moving(shot: FieldShotOut, place_zone: ZoneInfo) -> Block:
    """Settings by the minute as the light moves, or frame by frame; two to a row."""
    moments = [due.at_utc for due in shot.series] or [
        step.from_utc for step in shot.later if step.from_utc >= shot.at_utc
    ]
    told: list[tuple[str, str]] = []
    for moment in moments:
        steps = [step.setting for step in shot.later if step.from_utc <= moment]
        text = shot.settings[steps[-1] if steps else shot.setting].text
        if not told or text != told[-1][1]:
            told.append((clock(moment, place_zone), text))
    told = told[:MOST_MOMENTS]
    half = (len(told) + 1) // 2
    beside = [*told[half:], ("", "")]
    title = "The series, from each time on" if shot.series else "As the light moves"
    return Block(title, rows=[(*a, *b) for a, b in zip(told[:half], beside, strict=False)])


def _cautions(night: FieldNightOut) -> list[str]:
    """Each once, hazards of the place first."""
    lines = [night.hazards] if night.hazards else []
    lines += [line.text for shot in night.shots for line in shot.cautions]
    return list(dict.fromkeys(lines))


def _numbers(shot: FieldShotOut) -> str:
    return _text(shot).replace(", ", "   ")


def _text(shot: FieldShotOut) -> str:
    return shot.settings[shot.setting].text


def _why(shot: FieldShotOut) -> str:
    return begun(shot.sentence)
