"""What of some takes was kept more or less often than the rest, and what to practise."""

from collections import Counter
from collections.abc import Sequence
from uuid import UUID

from sqlalchemy.orm import Session

from patient_owl.core.advise.keeping import (
    EXPOSURE_BANDS,
    ISO_BANDS,
    Kept,
    band_of,
    telling,
    worth_practising,
)
from patient_owl.journal.logbook.schemas import FigureOut, FiguresOut, PractiseOut
from patient_owl.journal.logbook.take_query import TakeQuery, conditions, joined
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.places import Place
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take
from patient_owl.words.kinds import DISCIPLINES
from patient_owl.words.logbook import GROUPS, found_text, kept_text, practise_text

MOST_FIGURES = 8


def figures_of(session: Session, user: User, criteria: TakeQuery) -> FiguresOut:
    """What was kept more or less often than the rest, of all takes a criteria finds."""
    query = joined(
        Take.shot_id, Take.exposure_s, Take.iso, Take.is_keeper, Shot.discipline, Place.name
    ).where(*conditions(user, criteria))
    rows = session.execute(query.order_by(Take.started_at_utc)).all()
    takes, kept = Counter[str](), Counter[str]()
    kinds_takes, kinds_kept = Counter[str](), Counter[str]()
    seen: set[UUID] = set()
    for row in rows:
        kind = DISCIPLINES[row.discipline].title
        band = GROUPS[band_of(row.exposure_s, EXPOSURE_BANDS)]
        order = "later_take" if row.shot_id in seen else "first_take"
        seen.add(row.shot_id)
        groups = (
            kind,
            f"{kind}, {band}",
            GROUPS[band_of(row.iso, ISO_BANDS)],
            row.name,
            GROUPS[order],
        )
        takes.update(groups)
        kinds_takes[row.discipline] += 1
        if row.is_keeper:
            kept.update(groups)
            kinds_kept[row.discipline] += 1
    whole = Kept("", sum(row.is_keeper for row in rows), len(rows))
    telling_groups = telling(
        (Kept(what, kept[what], count) for what, count in takes.items()), whole
    )
    return FiguresOut(
        text=found_text(whole.takes, whole.kept),
        figures=[
            FigureOut(
                text=kept_text(group.what, group.kept, group.takes),
                kept=group.kept,
                takes=group.takes,
            )
            for group in _each_once(telling_groups)[:MOST_FIGURES]
        ],
        practise=[
            PractiseOut(
                text=practise_text(DISCIPLINES[key].title, kinds_kept[key], count), discipline=key
            )
            for key, count in kinds_takes.items()
            if worth_practising(Kept(key, kinds_kept[key], count))
        ],
    )


def _each_once(groups: Sequence[Kept]) -> list[Kept]:
    """A kind and its only band are the same takes told twice: the surest way of it stays."""
    seen: set[tuple[str, int, int]] = set()
    distinct = []
    for group in groups:
        same = (group.what.split(",")[0], group.kept, group.takes)
        if same not in seen:
            seen.add(same)
            distinct.append(group)
    return distinct
