"""A night told afterwards: what was planned, what was tried and seen, what was kept and learned."""

from sqlalchemy.orm import Session

from patient_owl.formats.story_pdf import Chapter, Story, StoryTake
from patient_owl.journal.story.schemas import StoryLinkOut, StoryOut, StoryShotOut
from patient_owl.journal.takes.present import chain_out
from patient_owl.journal.takes.record import records_of
from patient_owl.journal.takes.schemas import LinkOut
from patient_owl.library.places.zones import zone
from patient_owl.planning.nights.service import sky_of
from patient_owl.planning.shots.planner import Planner
from patient_owl.planning.shots.service import shots_of
from patient_owl.platform.item_errors import or_trouble
from patient_owl.platform.storage.owned import owned_rows
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.lessons import FindingRow
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.photos import Photo
from patient_owl.platform.tables.shots import Shot
from patient_owl.words.chain import seen_text
from patient_owl.words.kinds import DISCIPLINES
from patient_owl.words.lessons import finding_text, light_name
from patient_owl.words.logbook import never_tried_text, story_text
from patient_owl.words.night import night_sentence
from patient_owl.words.plan import settings_text
from patient_owl.words.reasons import reason_text


def story_out(planner: Planner, night: Night) -> StoryOut:
    session, user = planner.visit.session, planner.visit.user
    shots = shots_of(session, user, night)
    records = records_of(session, user, shots)
    findings = owned_rows(session, FindingRow, user.id, FindingRow.night_id == night.id)
    chapters = [
        _shot_out(
            planner,
            shot,
            chain_out(planner, shot, records[shot.id]).links,
            [row for row in findings if row.shot_id == shot.id],
        )
        for shot in shots
    ]
    sentence, trouble = or_trouble(
        lambda: night_sentence(sky_of(night), zone(night.place.time_zone))
    )
    links = [link for shot in chapters for link in shot.links]
    return StoryOut(
        night_id=night.id,
        title=night.called,
        evening_date=night.evening_date,
        place_name=night.place.name,
        sentence=sentence or trouble or "",
        notes=night.notes,
        text=story_text(len(chapters), len(links), sum(link.is_keeper for link in links)),
        shots=chapters,
    )


def _shot_out(
    planner: Planner, shot: Shot, links: list[LinkOut], findings: list[FindingRow]
) -> StoryShotOut:
    planned, trouble = planner.plan_or_trouble(shot)
    plan = ""
    if planned is not None:
        plan = f"{settings_text(planned.positions)}: {reason_text(planned.plan.lead)}."
    return StoryShotOut(
        shot_id=shot.id,
        title=shot.title,
        kind=DISCIPLINES[shot.discipline].title,
        planned=plan or trouble or "",
        links=[_link_out(link) for link in links],
        found=[
            finding_text(light_name(row.light, row.between), row.offset_stops, row.sigma_stops)
            for row in findings
        ],
        text="" if links else never_tried_text(),
    )


def _link_out(link: LinkOut) -> StoryLinkOut:
    take = link.take
    return StoryLinkOut(
        take_id=take.id,
        started_local=link.started_local,
        settings=link.settings,
        seen=seen_text(take.verdicts, take.faults),
        change=link.change or "",
        note=take.note,
        is_keeper=take.is_keeper,
        photo_ids=[photo.id for photo in link.photos],
    )


def printed(session: Session, user: User, story: StoryOut) -> Story:
    """With the pictures themselves: a keeper as large as a page is wide, others small."""

    def picture(link: StoryLinkOut) -> bytes | None:
        if not link.photo_ids:
            return None
        photo = session.get(Photo, link.photo_ids[0])
        if photo is None or photo.user_id != user.id:
            return None
        return (photo.look or photo.thumbnail) if link.is_keeper else photo.thumbnail

    return Story(
        title=story.title,
        lines=(f"{story.evening_date:%-d %B %Y}, {story.place_name}", story.sentence, story.notes),
        chapters=tuple(
            Chapter(
                title=f"{shot.title} ({shot.kind})",
                lines=(shot.planned, shot.text),
                frames=tuple(
                    StoryTake(
                        title=f"{link.started_local}  {link.settings}",
                        text=". ".join(part for part in (link.seen, link.note) if part),
                        before=link.change,
                        picture=picture(link),
                        is_large=link.is_keeper,
                    )
                    for link in shot.links
                ),
                ends=tuple(shot.found),
            )
            for shot in story.shots
        ),
        ends=(story.text,),
    )
