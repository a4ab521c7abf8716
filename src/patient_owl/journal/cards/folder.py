"""A card's folder brought in on the machine itself, as a page would do it."""

from collections.abc import Callable, Iterator
from pathlib import Path
from uuid import UUID

from sqlalchemy import select
from sqlalchemy.orm import Session

from patient_owl.core.errors import OwlError, WrongValue
from patient_owl.journal.cards.present import intake_out
from patient_owl.journal.cards.schemas import IntakeIn, IntakeOut
from patient_owl.journal.cards.service import begin, place_all, take_file
from patient_owl.journal.cards.sidecars import is_sidecar
from patient_owl.planning.shots.planner import Planner
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.storage.owned import owned_rows
from patient_owl.platform.tables.accounts import User
from patient_owl.platform.tables.nights import Night


def files_under(folder: Path) -> Iterator[Path]:
    """By name, folders within folders too, sidecars after what they stand beside; what hides is
    left alone."""
    if not folder.is_dir():
        raise WrongValue("folder", "a folder with pictures", folder)
    for path in sorted(folder.rglob("*"), key=lambda path: (is_sidecar(path.name), path)):
        hides = any(part.startswith(".") for part in path.relative_to(folder).parts)
        if path.is_file() and not hides:
            yield path


def bring_in(
    visit: Visit,
    folder: Path,
    night_id: UUID | None,
    say: Callable[[str], None],
    *,
    keeps_pixels: bool,
) -> IntakeOut:
    """Every file of a folder, each kept as soon as it is read; what was done so far stays done."""
    card = IntakeIn(
        label=folder.resolve().name or "Card", night_id=night_id, keeps_pixels=keeps_pixels
    )
    intake = begin(visit, card)
    visit.session.commit()
    for path in files_under(folder):
        try:
            with path.open("rb") as file:
                taken_in = take_file(visit, intake.id, path.name, file)
        except OSError as error:
            say(f"{path.name}: {error.strerror}")
            continue
        visit.session.commit()
        say(f"{path.name}: {taken_in.text}")
    place_all(visit, intake)
    visit.session.commit()
    return intake_out(Planner(visit), intake)


def account_called(session: Session, email: str) -> User:
    """The account of that address; without one the only account there is."""
    users = list(session.scalars(select(User)))
    named = [user for user in users if not email or user.email == email.strip().lower()]
    if len(named) != 1:
        known = ", ".join(user.email for user in users) or "none yet"
        raise WrongValue("account", f"one of: {known}", email or "none named")
    return named[0]


def night_called(session: Session, user: User, name: str) -> UUID | None:
    """The night of that id, evening date or title; None for none asked for."""
    if not name:
        return None
    nights = owned_rows(session, Night, user.id)
    name_asked = name.casefold()
    named = [
        night
        for night in nights
        if name_asked in (str(night.id), night.evening_date.isoformat(), night.called.casefold())
    ]
    if len(named) != 1:
        raise OwlError(f"{len(named)} nights are called “{name}”; name one by its id or its title.")
    return named[0].id
