"""Making the demo's nights, shots and takes, each in a line."""

import io
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, time, timedelta
from typing import Any
from uuid import UUID

from patient_owl.core.advise.belief import VERDICT_EDGES_STOPS, Verdict
from patient_owl.core.exposure.settings import Settings
from patient_owl.core.light.part import WHOLE
from patient_owl.core.picture.stage import SKY
from patient_owl.field.camera.service import aim_of
from patient_owl.journal.photos.service import add_photo
from patient_owl.journal.takes.present import chain_out
from patient_owl.journal.takes.schemas import TakeIn
from patient_owl.journal.takes.service import give_photo, put_take, remember_found
from patient_owl.library.places.zones import zone
from patient_owl.planning.nights.outing import OutingIn
from patient_owl.planning.nights.schemas import NightIn
from patient_owl.planning.nights.service import create_night
from patient_owl.planning.shots.lights import BroughtIn
from patient_owl.planning.shots.planner import Planner
from patient_owl.planning.shots.schemas import ShotIn
from patient_owl.planning.shots.service import create_shot
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.storage.base import new_id
from patient_owl.platform.storage.owned import ANY_VERSION
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.shots import Shot
from patient_owl.ports.camera import Aim, CameraFrame
from patient_owl.ports.simulated.camera import Latent, developed

PICTURE_SEED = 20
PLAIN_SHOT = {"discipline": "stars_over_foreground", "focal_length_mm": 24, "tilt_deg": 22}


@dataclass
class Loader:
    visit: Visit
    places: dict[str, UUID]
    kit: dict[str, UUID]

    def night(
        self,
        place: str,
        evening: date,
        title: str,
        events: list[str] | None = None,
        outing: OutingIn | None = None,
        *,
        uses_forecast: bool = False,
    ) -> Night:
        """Clear unless the stand-in's forecast shall act: a demo looks the same every day."""
        request = NightIn(
            place_id=self.places[place],
            evening_date=evening,
            title=title,
            events=events or [],
            outing=outing or OutingIn(),
            uses_forecast=uses_forecast,
        )
        return create_night(self.visit.session, self.visit.user, request)

    def shot(
        self,
        night: Night,
        title: str,
        clock: str,
        bearing_true_deg: float,
        *,
        lens: str = "wide",
        lights: Sequence[BroughtIn] = (),
        **fields: Any,
    ) -> Shot:
        """fields: those of the request by their names; every other is an input of its kind."""
        hour, minute = (int(part) for part in clock.split(":"))
        day = night.evening_date + timedelta(days=1 if hour < 12 else 0)
        at = datetime.combine(day, time(hour, minute), zone(night.place.time_zone))
        inputs = {key: fields.pop(key) for key in list(fields) if key not in ShotIn.model_fields}
        request = {
            "title": title,
            "at_utc": at,
            "body_id": self.kit["full_frame"],
            "lens_id": self.kit[lens],
            "bearing_true_deg": bearing_true_deg,
            "lights": [self._mine(light) for light in lights],
            "inputs": inputs,
            **PLAIN_SHOT,
            **fields,
        }
        return create_shot(self.visit, night.id, ShotIn.model_validate(request))

    def _mine(self, light: BroughtIn) -> BroughtIn:
        """The light as the one of its kind in the bag."""
        return light.model_copy(update={"item_id": self.kit[light.kit_kind]})

    def takes(self, shot: Shot, verdicts: list[Verdict]) -> None:
        """Takes as the advice led them, judged with the given words; the last is kept.

        Each has the picture that a camera on its tripod would have taken, in a light in which the
        last word is true.
        """
        made: list[tuple[UUID, TakeIn]] = []
        for k, verdict in enumerate(verdicts):
            planner = Planner(self.visit)
            advice = chain_out(planner, shot).advice
            assert advice is not None  # a demo shot can be planned
            request = TakeIn(
                shot_id=shot.id,
                started_at_utc=shot.at_utc + timedelta(minutes=3 * k),
                verdicts={WHOLE: verdict},
                is_keeper=k == len(verdicts) - 1,
                **advice.values.model_dump(),
            )
            take_id = new_id()
            put_take(self.visit, take_id, request, None, planner.plan_of(shot))
            made.append((take_id, request))
        aim = aim_of(self.visit, shot)
        lead = aim.planned.lead
        missed = sum(VERDICT_EDGES_STOPS[verdicts[-1]]) / 2
        hidden_stops = lead.placement_stops + missed - lead.lands(_settings(made[-1][1]))
        hidden = dict.fromkeys(
            (SKY, "ground", *(p.key for p in aim.planned.plan.parts)), hidden_stops
        )
        for k, (take_id, request) in enumerate(made):
            self._picture(aim, Latent(hidden, PICTURE_SEED, 0), take_id, request, k)

    def confirm(self, shot: Shot) -> None:
        """That what was found of its light is to be reckoned with, however far it is."""
        remember_found(Planner(self.visit), shot)

    def _picture(self, aim: Aim, latent: Latent, take_id: UUID, take: TakeIn, number: int) -> None:
        frame = CameraFrame("", take.started_at_utc, _settings(take))
        content = io.BytesIO(developed(aim, latent, frame, number))
        session, user = self.visit.session, self.visit.user
        name = f"owl-{number + 1:04d}.jpg"
        photo = add_photo(session, user, take.shot_id, name, content, keep=False)
        give_photo(Planner(self.visit), photo.id, ANY_VERSION, take_id)


def _settings(take: TakeIn) -> Settings:
    return Settings(take.exposure_s, take.f_number, take.iso, take.nd_stops)
