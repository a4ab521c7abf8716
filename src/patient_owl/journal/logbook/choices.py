"""What takes may be narrowed to."""

import math
from collections.abc import Sequence
from typing import Any

from sqlalchemy import select
from sqlalchemy.orm import Session, aliased

from patient_owl.core.advise.keeping import EXPOSURE_BANDS, ISO_BANDS, Band
from patient_owl.journal.logbook.schemas import BandOut, FilterChoiceOut, LogbookChoicesOut
from patient_owl.journal.logbook.take_query import TakeQuery, conditions, joined
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.kit import KitItem
from patient_owl.platform.tables.lessons import FindingRow
from patient_owl.platform.tables.places import Place
from patient_owl.platform.tables.shots import Shot
from patient_owl.words.kinds import DISCIPLINES
from patient_owl.words.lessons import light_name
from patient_owl.words.logbook import GROUPS


def choices_of(session: Session, user: User) -> LogbookChoicesOut:
    """What there are takes of."""
    where = conditions(user, TakeQuery())
    body = aliased(KitItem)
    places = session.execute(joined(Place.id, Place.name).where(*where).distinct()).all()
    kinds = session.scalars(joined(Shot.discipline).where(*where).distinct()).all()
    bodies = session.execute(
        joined(body.id, body.name).join(body, body.id == Shot.body_id).where(*where).distinct()
    ).all()
    lights = session.scalars(
        select(FindingRow.light)
        .where(FindingRow.user_id == user.id, FindingRow.deleted_at_utc.is_(None))
        .distinct()
    ).all()
    return LogbookChoicesOut(
        places=_named((str(row.id), row.name) for row in places),
        disciplines=_named((key, DISCIPLINES[key].title) for key in kinds),
        bodies=_named((str(row.id), row.name) for row in bodies),
        lights=_named((key, light_name(key)) for key in lights),
        exposures_s=_bands(EXPOSURE_BANDS),
        isos=_bands(ISO_BANDS),
    )


def _bands(bands: Sequence[Band]) -> list[BandOut]:
    return [
        BandOut(
            name=GROUPS[band.code],
            least=band.least,
            most=None if math.isinf(band.most) else band.most,
        )
        for band in bands
    ]


def _named(pairs: Any) -> list[FilterChoiceOut]:
    return [
        FilterChoiceOut(key=key, name=name) for key, name in sorted(pairs, key=lambda pair: pair[1])
    ]
