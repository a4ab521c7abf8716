"""The chain of a shot's takes on the wire, in words."""

from collections.abc import Iterable
from zoneinfo import ZoneInfo

from patient_owl.core.exposure.settings import stops_between
from patient_owl.core.exposure.spot import Spot
from patient_owl.core.light.part import WHOLE, asked_of
from patient_owl.core.plan.fault import FAULTS, Fault
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.plan.role import ROLES, Role
from patient_owl.core.shot import advise, find
from patient_owl.core.sky import ephemeris
from patient_owl.journal.photos.compare import compared
from patient_owl.journal.photos.schemas import PhotoOut
from patient_owl.journal.photos.service import out as photo_out
from patient_owl.journal.takes.record import Record, is_history, record_of, settings_of
from patient_owl.journal.takes.schemas import (
    AdviceOut,
    AskedOut,
    ChainOut,
    FrameFaultOut,
    LinkOut,
    MeasuredOut,
    RememberedOut,
    RoleOut,
    TakeOut,
    VerdictOut,
)
from patient_owl.library.places.zones import zone
from patient_owl.planning.shots.planner import Planner, as_request
from patient_owl.planning.wire.exposure import given_out
from patient_owl.planning.wire.rails import setting_values
from patient_owl.platform.item_errors import or_trouble
from patient_owl.platform.tables.lessons import FindingRow
from patient_owl.platform.tables.photos import Photo
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take
from patient_owl.words.chain import (
    ROLE_LABELS,
    VERDICTS,
    advice_texts,
    change_text,
    kept_for_text,
)
from patient_owl.words.faults import FAULT_ADVICE, FAULT_LABELS, mending
from patient_owl.words.lessons import finding_text, light_name
from patient_owl.words.lights import measured_text
from patient_owl.words.night import clock
from patient_owl.words.parts import part_name
from patient_owl.words.pictures import spot_text
from patient_owl.words.plan import exact_texts, said, settings_text
from patient_owl.words.reasons import reason_text

_GLASS_STOPS = 0.01  # a filter in the bag that takes as much is the one that was used


def chain_out(planner: Planner, shot: Shot, record: Record | None = None) -> ChainOut:
    """record: where it was read already."""
    visit = planner.visit
    planned, trouble = planner.plan_or_trouble(shot)
    record = record or record_of(visit.session, visit.user, shot)
    takes, photos = record.takes, record.photos
    place_zone = zone(planner.night(shot.night_id).place.time_zone)
    texts = compared(visit.session, photos, place_zone)

    def shown(photo: Photo) -> PhotoOut:
        return photo_out(photo, place_zone, texts.get(photo.id, ""))

    links = [
        LinkOut(
            take=TakeOut.model_validate(take),
            settings=settings_text_of(take, planned),
            started_local=made_at(take, place_zone),
            change=_change(before, take, planned),
            read=list(read_texts(take, planned, named=True).values()) if planned else [],
            is_history=planned is not None and is_history(take, planned),
            photos=[shown(photo) for photo in photos if photo.take_id == take.id],
        )
        for before, take in zip((None, *takes), takes, strict=False)
    ]
    advice = None
    if planned is not None:
        advice, trouble = or_trouble(lambda: _advice_out(planner, shot, planned, record))
    return ChainOut(
        shot_id=shot.id,
        links=links,
        loose_photos=[shown(photo) for photo in photos if photo.take_id is None],
        advice=advice,
        trouble=trouble,
        verdicts=verdicts_out(),
        asked=asked_out(planned),
        roles=roles_out(ROLES),
        faults=faults_out(planned.recipe.faults if planned else FAULTS),
        kept_for=[
            kept_for_text(take.role, settings_text_of(take, planned), made_at(take, place_zone))
            for take in (record.kept_for(planned) if planned else [])
        ],
    )


def made_at(take: Take, place_zone: ZoneInfo) -> str:
    return clock(take.started_at_utc, place_zone)


def settings_text_of(take: Take, planned: PlannedShot | None) -> str:
    return said(exact_texts(settings_of(take), _glass(take, planned)))


def roles_out(roles: Iterable[Role]) -> list[RoleOut]:
    return [RoleOut(key=role, label=ROLE_LABELS[role]) for role in roles]


def faults_out(faults: Iterable[Fault]) -> list[FrameFaultOut]:
    return [FrameFaultOut(key=f, label=FAULT_LABELS[f], advice=FAULT_ADVICE[f]) for f in faults]


def _advice_out(planner: Planner, shot: Shot, planned: PlannedShot, record: Record) -> AdviceOut:
    now_s = ephemeris.epoch_seconds(planner.visit.now_utc)
    advised = advise.advice(planned, record.judged(planned), now_s, planner.sharpness(shot.id))
    if advised is None:
        return _first_out(planned)
    return AdviceOut(
        settings=settings_text(advised.positions),
        values=setting_values(advised.positions),
        levers={key: dict(stand) for key, stand in advised.levers.items()},
        given=given_out(planned.given(advised.positions, advised.levers)),
        moved=list(advised.moved),
        moved_levers=list(advised.moved_levers),
        change_stops=advised.change_stops,
        sigma_stops=advised.belief.sigma_stops,
        mending=mending(record.of_moment(planned)[-1].faults),
        is_settled=advised.is_settled,
        is_kept=advised.is_kept,
        can_remember=advised.far_stops is not None,
        measured=_measured_out(planner, shot, planned, record),
        reasons=advice_texts(advised),
    )


def remembered_out(row: FindingRow) -> RememberedOut:
    light = light_name(row.light, row.between)
    return RememberedOut(
        text=finding_text(light, row.offset_stops, row.sigma_stops), offset_stops=row.offset_stops
    )


def _measured_out(
    planner: Planner, shot: Shot, planned: PlannedShot, record: Record
) -> list[MeasuredOut]:
    """Of the lights that are of the kit: those whose figure the takes would correct."""
    judged, sharpness = record.judged(planned), planner.sharpness(shot.id)
    measured = []
    for light in planner.lights(as_request(shot)):
        if light.item_id is None:
            continue
        off = find.measured_stops(planned, light.key, judged, sharpness)
        if off is not None:
            measured.append(MeasuredOut(key=light.key, text=measured_text(light.key, off)))
    return measured


def _first_out(planned: PlannedShot) -> AdviceOut:
    """Before the first take: the plan itself."""
    return AdviceOut(
        settings=settings_text(planned.positions),
        values=setting_values(planned.positions),
        levers=planned.levers,
        given=given_out(planned.given(planned.positions)),
        moved=[],
        moved_levers=[],
        change_stops=0,
        sigma_stops=planned.lead.sigma_stops,
        is_settled=False,
        is_kept=False,
        can_remember=False,
        measured=[],
        mending=[],
        reasons=[reason_text(planned.plan.lead)],
    )


def _glass(take: Take, planned: PlannedShot | None) -> str:
    """What the filter of a take is called in today's bag; nothing when it is not there."""
    if planned is None:
        return ""
    glasses = planned.kit.dials["nd_stops"].values
    same = (g.label for g in glasses if abs(g.value - take.nd_stops) < _GLASS_STOPS)
    return next(same, "")


def _change(before: Take | None, take: Take, planned: PlannedShot | None) -> str | None:
    if before is None:
        return None
    old, new = settings_of(before), settings_of(take)
    return change_text(
        exact_texts(old, _glass(before, planned)),
        exact_texts(new, _glass(take, planned)),
        stops_between(old, new),
        moves_lights=before.levers != take.levers,
    )


def read_texts(take: Take, planned: PlannedShot, *, named: bool = False) -> dict[str, str]:
    """What was read off a take's frame, by light; named: with the light's name, of several."""
    texts = {}
    for key, part in planned.readable.items():
        if key in take.spots:
            text = spot_text(Spot(**take.spots[key]), part.placement_stops)
            is_named = named and key != WHOLE
            texts[key] = f"{part_name(key)}: {text}" if is_named else text
    return texts


def verdicts_out() -> list[VerdictOut]:
    return [VerdictOut(key=key, label=label) for key, label in VERDICTS.items()]


def asked_out(planned: PlannedShot | None) -> list[AskedOut]:
    """Where there are several lights each is asked about, and all of them together; a single one is
    the whole picture."""
    keys = asked_of(planned.plan.parts if planned else ())
    return [AskedOut(key=key, name=part_name(key) if len(keys) > 1 else "") for key in keys]
