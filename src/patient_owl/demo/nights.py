"""Demo nights with shots and takes, placed around the day the demo is first loaded."""

from dataclasses import dataclass
from datetime import date, datetime, time, timedelta
from uuid import UUID

from sqlalchemy.orm import Session

from patient_owl.accounts.models import User
from patient_owl.accounts.router import DEMO_EMAIL
from patient_owl.accounts.schemas import AccountCreate
from patient_owl.accounts.service import create_account
from patient_owl.accounts.store import user_by_email
from patient_owl.core.advice import Verdict
from patient_owl.database import new_id
from patient_owl.demo.kit import KIT
from patient_owl.demo.places import PLACES
from patient_owl.kit.service import create_item
from patient_owl.nights.models import Night
from patient_owl.nights.schemas import NightIn, TimeIn
from patient_owl.nights.service import create_night
from patient_owl.places.service import create_place
from patient_owl.places.zones import zone
from patient_owl.shots.models import Shot
from patient_owl.shots.schemas import ShotIn
from patient_owl.shots.service import create_shot
from patient_owl.takes.schemas import TakeIn
from patient_owl.takes.service import chain_of, put_take

_PASSWORD = "a demo needs no secret"  # the demo is entered by its button


@dataclass
class _Loader:
    session: Session
    user: User
    places: dict[str, UUID]
    kit: dict[str, UUID]

    def night(
        self, place: str, evening: date, title: str, times: list[TimeIn] | None = None
    ) -> Night:
        request = NightIn(
            place_id=self.places[place], evening_date=evening, title=title, times=times or []
        )
        return create_night(self.session, self.user, request)

    def stars(
        self, night: Night, title: str, hour: int, minute: int, bearing: float, lens: str = "wide"
    ) -> Shot:
        day = night.evening_date + timedelta(days=1 if hour < 12 else 0)
        at = datetime.combine(day, time(hour, minute), zone(night.place.time_zone))
        request = ShotIn(
            title=title,
            at_utc=at,
            body_id=self.kit["full_frame"],
            lens_id=self.kit[lens],
            focal_length_mm=24 if lens == "wide" else 14,
            bearing_true_deg=bearing,
            tilt_deg=22,
        )
        return create_shot(self.session, self.user, night.id, request)

    def takes(self, shot: Shot, verdicts: list[Verdict]) -> None:
        """Takes as the advice led them, judged with the given words; the last is kept."""
        for k, verdict in enumerate(verdicts):
            advice = chain_of(self.session, self.user, shot.id).advice
            settings = {control: p.value for control, p in advice.positions.items()}
            request = TakeIn(
                shot_id=shot.id,
                started_at_utc=shot.at_utc + timedelta(minutes=3 * k),
                verdict=verdict,
                is_keeper=k == len(verdicts) - 1,
                **settings,
            )
            put_take(self.session, self.user, new_id(), request, None)


def _causeway(evening: date) -> list[TimeIn]:
    """When the made-up causeway to Skarn Light lies dry."""
    at = datetime.combine(evening, time(20, 30), zone("Europe/Madrid"))
    return [TimeIn(label="causeway dry", start_utc=at, end_utc=at + timedelta(hours=4, minutes=10))]


def load(session: Session, today: date) -> None:
    """Fill an empty demo; does nothing when it has been loaded before."""
    if user_by_email(session, DEMO_EMAIL):
        return
    user = create_account(
        session, AccountCreate(name="Ida Tern", email=DEMO_EMAIL, password=_PASSWORD)
    )
    places = {key: create_place(session, user, place).id for key, place in PLACES.items()}
    kit = {key: create_item(session, user, item).id for key, item in KIT.items()}
    loader = _Loader(session, user, places, kit)

    tonight = loader.night("skarn", today, "Skarn Light, first dark", _causeway(today))
    loader.stars(tonight, "Winter stars over the lantern", 22, 40, 135)
    loader.stars(tonight, "The pole above the causeway", 3, 15, 5, "ultra_wide")
    loader.night("ewes", today + timedelta(days=9), "The Ewes without a moon")
    past = loader.night("ewes", today - timedelta(days=12), "Ring under a thin moon")
    loader.takes(loader.stars(past, "Orion between the stones", 23, 30, 150), ["dark", "right"])
    loader.takes(
        loader.stars(past, "Low moor, wide", 1, 10, 200, "ultra_wide"), ["black", "bright", "right"]
    )
    south = loader.night("kaimarra", date(today.year, 6, 14), "Core overhead")
    loader.stars(south, "Core over the cracked mud", 23, 50, 110, "ultra_wide")
    loader.night("hrimvik", date(today.year, 6, 21), "No night at Hrimvik")
    loader.night("hrimvik", date(today.year, 12, 21), "Polar night at Hrimvik")
    session.commit()
