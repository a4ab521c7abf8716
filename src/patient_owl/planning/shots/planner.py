"""What planning needs, loaded once a visit: the bag, and each night as the core reads it."""

from functools import cached_property
from uuid import UUID

from patient_owl.core.advise.belief import Sharpness
from patient_owl.core.advise.learned import Lessons, ShotLessons
from patient_owl.core.default_bearing import facing
from patient_owl.core.errors import WrongValue
from patient_owl.core.night_context import NightContext
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.shot.plan import plan_shot, recipe_for
from patient_owl.core.sky import ephemeris
from patient_owl.library.kit.bag import CAMERAS, Bag, lens_spec
from patient_owl.library.lessons.service import Met, lessons_of, sharpness_beside, sharpness_of
from patient_owl.library.schools.service import schools_of
from patient_owl.planning.nights.service import context_of, get_night, lies_in
from patient_owl.planning.shots.lights import BroughtIn, generic_light, kit_kind
from patient_owl.planning.shots.plan_text import With, say_known, told_out
from patient_owl.planning.shots.schemas import NewShotIn, ShotIn
from patient_owl.planning.wire.plan_text import PlanLineOut
from patient_owl.planning.wire.rails import TouchIn
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.item_errors import or_trouble
from patient_owl.platform.storage.owned import owned_rows
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.readings import Reading
from patient_owl.platform.tables.shots import Shot
from patient_owl.words.questions import discipline_title

NOWHERE = UUID(int=0)  # of a shot that is not kept


class Planner:
    """Plans any shot of one visit."""

    def __init__(self, visit: Visit) -> None:
        self.visit = visit
        self._nights: dict[UUID, Night] = {}  # a session forgets what nobody holds
        self._contexts: dict[UUID, NightContext] = {}

    @cached_property
    def _bag(self) -> Bag:
        return Bag(self.visit.session, self.visit.user)

    @cached_property
    def _schools(self) -> dict[str, str]:
        return schools_of(self.visit.user)

    @cached_property
    def _heard(self) -> dict[UUID, tuple[float, ...]]:
        return sharpness_of(self.visit.session, self.visit.user)

    def sharpness(self, shot_id: UUID) -> Sharpness:
        """How sharply this photographer's words are meant, by the other shots."""
        return sharpness_beside(self._heard, shot_id)

    def night(self, night_id: UUID) -> Night:
        if night_id not in self._nights:
            night = get_night(self.visit.session, self.visit.user.id, night_id)
            self._nights[night_id] = night
        return self._nights[night_id]

    def context(self, night: Night) -> NightContext:
        if night.id not in self._contexts:
            self._contexts[night.id] = context_of(self.visit, night)
        return self._contexts[night.id]

    @cached_property
    def _lessons(self) -> Lessons:
        return lessons_of(self.visit.session, self.visit.user.id)

    def plan(
        self,
        night: Night,
        shot: ShotIn,
        touch: TouchIn | None = None,
        shot_id: UUID | None = None,
    ) -> PlannedShot:
        """The plan of a shot as it is asked for. shot_id: where it is kept; what it found itself
        is weighed in its chain, and not beforehand."""
        lies_in(night, shot.at_utc)
        kit = self._bag.kit(shot.body_id, shot.lens_id, shot.focal_length_mm)
        brought = [
            light.brought(self._bag.lamp(light.item_id, light.kit_kind))
            for light in self.lights(shot)
        ]
        met = Met(
            shot_id or NOWHERE, night.id, night.place_id, shot.body_id, shot.discipline,
            shot.ordering.spot,
        )  # fmt: skip
        here = ShotLessons(self._lessons, met.circumstance, str(met.shot_id))
        spec = shot.spec(brought, touch)
        return plan_shot(spec, self.context(night), kit, self._schools, here)

    def lights(self, shot: ShotIn) -> list[BroughtIn]:
        """The lights that act: those that were said, and what its discipline cannot do without,
        which is the first such thing in the bag until somebody says otherwise."""
        missing = recipe_for(shot.discipline).lacks([light.kind for light in shot.lights])
        generic = [generic_light(b, self._bag.first(kit_kind(b.kind))) for b in missing]
        return [*generic, *shot.lights]

    def completed(self, night: Night, new: NewShotIn) -> ShotIn:
        """A new shot with what nobody said; WrongValue where the bag has no such kit."""
        body_id = new.body_id or self._first("body_id", "a camera", *CAMERAS)
        lens_id = new.lens_id or self._first("lens_id", "a lens", "lens")
        focal_length_mm = new.focal_length_mm or self._bag.lens(lens_id).shortest_focal_length_mm
        at_s = ephemeris.epoch_seconds(new.at_utc)
        turned = facing(self.context(night), at_s, new.discipline)
        usual = {
            "body_id": body_id,
            "lens_id": lens_id,
            "focal_length_mm": focal_length_mm,
            "title": discipline_title(new.discipline),
            "bearing_true_deg": turned.bearing_true_deg,
            "tilt_deg": turned.tilt_deg,
        }
        said = {key: value for key, value in dict(new).items() if value is not None}
        return ShotIn(**(usual | said))

    def _first(self, field: str, wanted: str, *kinds: str) -> UUID:
        thing = self._bag.first(*kinds)
        if thing is None:
            raise WrongValue(field, f"{wanted}, put into the kit first", "an empty bag")
        return thing.id

    def with_lens_on(self, shot: ShotIn) -> ShotIn:
        """The shot as it is when its lens has just been put on: set as near as it reaches."""
        focal_length_mm = self._bag.lens(shot.lens_id).nearest_focal_length_mm(shot.focal_length_mm)
        return shot.model_copy(update={"focal_length_mm": focal_length_mm})

    def taken_with(self, shot: ShotIn) -> With:
        """What it is taken with, by name."""
        body, lens = self._bag.item(shot.body_id), self._bag.item(shot.lens_id)
        return With(body.name, lens.name, lens_spec(lens).is_zoom)

    def told(
        self, night: Night, shot: ShotIn, planned: PlannedShot, shot_id: UUID | None = None
    ) -> list[PlanLineOut]:
        """What was decided about it, in prose; of a kept shot with what was measured for it."""
        lines = told_out(shot, planned, night, self.taken_with(shot), self._schools)
        if shot_id is not None:
            say_known(lines, shot, self._readings(shot_id), night.place)
        return lines

    def _readings(self, shot_id: UUID) -> list[Reading]:
        session, user = self.visit.session, self.visit.user
        return owned_rows(session, Reading, user.id, Reading.shot_id == shot_id)[::-1]

    def plan_of(self, shot: Shot, night: Night | None = None) -> PlannedShot:
        """The plan of a kept shot."""
        night = night or self.night(shot.night_id)
        return self.plan(night, as_request(shot), shot_id=shot.id)

    def plan_or_trouble(
        self, shot: Shot, night: Night | None = None
    ) -> tuple[PlannedShot, None] | tuple[None, str]:
        """The plan of a kept shot; where it cannot be planned any more, why, in words."""
        return or_trouble(lambda: self.plan_of(shot, night))


def met_by(shot: Shot, night: Night) -> Met:
    """A kept shot as its findings are kept under."""
    return Met(
        shot_id=shot.id,
        night_id=night.id,
        place_id=night.place_id,
        body_id=shot.body_id,
        discipline=shot.discipline,
        spot=str(shot.ordering.get("spot", "")),
    )


def as_request(shot: Shot) -> ShotIn:
    return ShotIn.model_validate(shot, from_attributes=True)
