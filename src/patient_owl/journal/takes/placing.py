"""Pictures given to the takes they are of: by time, settings and order, whatever the camera's clock
says."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import UTC, timedelta
from zoneinfo import ZoneInfo

from patient_owl.core.matching.clock import TimeFrom, clock_of
from patient_owl.core.matching.pairs import Stamped
from patient_owl.core.matching.sets import (
    TimedFrame,
    Together,
    sets_of,
)
from patient_owl.journal.photos.compare import sketch_of
from patient_owl.journal.photos.service import seconds_of
from patient_owl.journal.takes.keeping import joined
from patient_owl.platform.tables.photos import Photo
from patient_owl.platform.tables.takes import Take


@dataclass(frozen=True)
class CameraClock:
    """What was found of one camera's clock. fast_s: ahead of the place's own time; negative where
    it is behind. pictures: sets of frames counted once; placed: those that found a take."""

    camera: str
    told_by: TimeFrom
    fast_s: float
    pictures: int
    placed: int


def place(
    photos: Iterable[Photo], takes: Sequence[Take], place_zone: ZoneInfo
) -> list[CameraClock]:
    """Find each camera's clock, which frames belong together and what take they are of.

    takes: those that have no picture of another card. What was given by hand stays. Pictures
    without any time are left as they are.
    """
    by_camera: dict[str, list[Photo]] = {}
    for photo in photos:
        if photo.camera_clock is not None:
            by_camera.setdefault(photo.camera, []).append(photo)
    free, clocks = list(takes), []
    for camera, theirs in by_camera.items():
        clock, given = _place_camera(camera, theirs, free, place_zone)
        clocks.append(clock)
        free = [take for take in free if take not in given]
    return clocks


def clocks_of(photos: Iterable[Photo], place_zone: ZoneInfo) -> list[CameraClock]:
    """What was found of the clocks of pictures that were placed before."""
    by_camera: dict[str, list[Photo]] = {}
    for photo in photos:
        if photo.camera_clock is not None and photo.taken_at_utc is not None:
            by_camera.setdefault(photo.camera, []).append(photo)
    return [_clock_of(camera, theirs, place_zone) for camera, theirs in by_camera.items()]


def _clock_of(camera: str, photos: Sequence[Photo], place_zone: ZoneInfo) -> CameraClock:
    first = photos[0]
    assert first.camera_clock is not None  # asked only of pictures with a time
    assert first.taken_at_utc is not None
    here = first.taken_at_utc.astimezone(place_zone).replace(tzinfo=None)
    fast_s = (first.camera_clock - here).total_seconds()
    sets = {photo.set_id for photo in photos}
    placed = {photo.set_id for photo in photos if photo.take_id}
    return CameraClock(camera, first.told_by or "zone", fast_s, len(sets), len(placed))


def _place_camera(
    camera: str, photos: list[Photo], takes: Sequence[Take], place_zone: ZoneInfo
) -> tuple[CameraClock, list[Take]]:
    sets = sets_of([_frame(photo) for photo in photos])
    units = [[photos[place] for place in together.frames] for together in sets]
    stamps = [_stamp(unit, together) for unit, together in zip(units, sets, strict=True)]
    expected_s = _expected_error_s(photos[0], place_zone)
    clock = clock_of(stamps, [stamp_of(take) for take in takes], expected_s)
    told_by = "file" if clock.told_by == "zone" and _says_offset(photos) else clock.told_by
    given = []
    for unit, together, at in zip(units, sets, clock.takes, strict=True):
        take = None if at is None else takes[at]
        if take is not None:
            given.append(take)
            joined(take, unit)  # either may have been judged before it was known what it is of
        for photo in unit:
            photo.set_id, photo.set_kind = unit[0].id, together.kind
            if told_by != "file" and photo.camera_clock is not None:
                moment = photo.camera_clock.replace(tzinfo=UTC)
                photo.taken_at_utc = moment + timedelta(seconds=clock.error_s)
                photo.told_by = told_by
            if photo.is_given:
                continue
            if take is not None:
                photo.take_id, photo.shot_id = take.id, take.shot_id
            elif photo.take_id is not None:
                # what an earlier look at fewer pictures took it for is no longer so
                photo.take_id = photo.shot_id = None
    return _clock_of(camera, photos, place_zone), given


def _says_offset(photos: Sequence[Photo]) -> bool:
    return any(photo.told_by == "file" for photo in photos)


def _expected_error_s(photo: Photo, place_zone: ZoneInfo) -> float:
    """What to add to its clock, read as UTC, where it is right: by what the file says, else as
    clocks stand at the place. [s]"""
    local = photo.camera_clock
    assert local is not None  # only pictures with a time are placed
    if photo.told_by == "file" and photo.taken_at_utc is not None:
        return (photo.taken_at_utc - local.replace(tzinfo=UTC)).total_seconds()
    offset = local.replace(tzinfo=place_zone).utcoffset()
    return -(offset or timedelta()).total_seconds()


def _frame(photo: Photo) -> TimedFrame:
    seconds = seconds_of(photo)
    assert seconds is not None  # only pictures with a time are placed
    return TimedFrame(
        seconds=seconds,
        exposure_s=photo.exposure_s,
        f_number=photo.f_number,
        iso=photo.iso,
        focal_length_mm=photo.focal_length_mm,
        sketch=sketch_of(photo.sketch),
    )


def _stamp(unit: Sequence[Photo], together: Together) -> Stamped:
    """What a set is known by: when it began, and what all its frames share."""
    first = unit[0]
    seconds = seconds_of(first)
    assert seconds is not None  # as above
    if together.kind == "bracket":
        return Stamped(seconds, None, first.f_number, None)
    return Stamped(seconds, first.exposure_s, first.f_number, first.iso)


def stamp_of(take: Take) -> Stamped:
    return Stamped(take.started_at_utc.timestamp(), take.exposure_s, take.f_number, take.iso)
