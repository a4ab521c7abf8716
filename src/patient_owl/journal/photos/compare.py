"""Pictures of one scene against each other: that is what a histogram says for sure."""

from collections import Counter, defaultdict
from collections.abc import Iterable
from typing import NamedTuple
from uuid import UUID
from zoneinfo import ZoneInfo

import numpy as np
from sqlalchemy import select
from sqlalchemy.orm import Session

from patient_owl.core.exposure.reading import stops_brighter
from patient_owl.core.matching.sets import SKETCH_BANDS, SKETCH_COLUMNS, is_same_view
from patient_owl.core.types import FloatArray
from patient_owl.platform.tables.photos import Photo
from patient_owl.words.night import clock
from patient_owl.words.pictures import compared_text


class _Head(NamedTuple):
    """The first picture of a scene."""

    name: str
    sketch: FloatArray


def compared(session: Session, photos: Iterable[Photo], place_zone: ZoneInfo) -> dict[UUID, str]:
    """Of each picture of a shot but the first of its scene, how much brighter it is than that."""
    in_order = sorted(photos, key=lambda p: (p.taken_at_utc or p.created_at_utc, p.file_name))
    of_shots = Counter(photo.shot_id for photo in in_order)
    beside = [p for p in in_order if p.shot_id is not None and of_shots[p.shot_id] > 1]
    if not beside:
        return {}
    ids = [photo.id for photo in beside]
    sketches = dict(session.execute(select(Photo.id, Photo.sketch).where(Photo.id.in_(ids))).all())
    heads_of: defaultdict[UUID | None, list[_Head]] = defaultdict(list)
    texts = {}
    for photo in beside:
        heads = heads_of[photo.shot_id]
        sketch = sketch_of(sketches[photo.id])
        if sketch is None:
            continue
        head = next((h for h in heads if is_same_view(h.sketch, sketch)), None)
        if head is None:
            moment = photo.taken_at_utc
            at = f"the picture of {clock(moment, place_zone)}" if moment else photo.file_name
            heads.append(_Head(at, sketch))
        elif (stops := stops_brighter(sketch, head.sketch)) is not None:
            texts[photo.id] = compared_text(stops, head.name)
    return texts


def sketch_of(sketch: bytes | None) -> FloatArray | None:
    """Levels by band and column; None of a picture that has none."""
    if not sketch:
        return None
    levels = np.frombuffer(sketch, dtype=np.uint8).astype(float)
    return levels.reshape(SKETCH_BANDS, SKETCH_COLUMNS)
