"""A wish for a night: what a search asks, as a photographer says it."""

from collections.abc import Iterator, Sequence
from datetime import date
from typing import Annotated, Any, Literal
from uuid import UUID

from pydantic import BaseModel, Field

from patient_owl.core.errors import WrongValue
from patient_owl.core.sky.targets import target, targets
from patient_owl.core.sky.tracks import GALACTIC_CORE
from patient_owl.library.places.service import get_place
from patient_owl.library.places.zones import zone
from patient_owl.planning.searches.schemas import (
    LIGHTS,
    ConditionIn,
    DuringIn,
    LightIn,
    LightKey,
    MoonDownIn,
    MoonLitIn,
    SearchIn,
    TargetInIn,
    TargetUpIn,
)
from patient_owl.planning.searches.service import here_of
from patient_owl.planning.wire.plan_text import PlanLineOut, PlanWordOut, answered, line
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.questions import OptionOut, QuestionKind, QuestionOut, question_of
from patient_owl.platform.storage.owned import owned_rows
from patient_owl.platform.tables.places import Place
from patient_owl.ports.fields import Key, Name, RequestBody, like
from patient_owl.words import search_form as words
from patient_owl.words.plan_text import told
from patient_owl.words.search import day, light_text

Percent = Annotated[float, Field(ge=0, le=100)]
Degrees = Annotated[float, Field(ge=-90, le=90)]


class WishIn(RequestBody):
    """What must meet. What is not said is where a search starts: the core over the open land of a
    dark night; a subject is met within ten degrees, low enough to stand behind it. Common
    practice. place_id, first_evening: None for the first place there is, and for today."""

    model_config = like(moon="lit", moon_most_percent=40)

    place_id: UUID | None = None
    first_evening: date | None = None
    months: Annotated[int, Field(ge=1, le=24)] = 12
    light: LightKey = "dark"
    moon: Literal["down", "lit", "any"] = "down"
    moon_least_percent: Percent = 0
    moon_most_percent: Percent = 40
    target_key: Key | None = GALACTIC_CORE
    where: Literal["up", "in"] = "up"
    bearing_true_deg: Annotated[float, Field(ge=0, lt=360)] = 180
    within_deg: Annotated[float, Field(gt=0, le=180)] = 10
    lowest_deg: Degrees = 5
    highest_deg: Degrees = 30
    during: Annotated[list[Name], Field(max_length=6)] = Field(default_factory=list)
    least_minutes: Annotated[float, Field(ge=0, le=1440)] = 30
    weekdays: Annotated[
        list[Annotated[int, Field(ge=0, le=6)]],
        Field(max_length=7, description="0 Monday; empty is any"),
    ] = Field(default_factory=list)

    def conditions(self) -> list[ConditionIn]:
        conditions: list[ConditionIn] = [LightIn(light=self.light)]
        conditions += [DuringIn(label=label) for label in self.during]
        if self.moon == "down":
            conditions.append(MoonDownIn())
        if self.moon == "lit":
            least, most = self.moon_least_percent / 100, self.moon_most_percent / 100
            conditions.append(MoonLitIn(least=least, most=most))
        if self.target_key and self.where == "up":
            conditions.append(TargetUpIn(target_key=self.target_key))
        if self.target_key and self.where == "in":
            conditions.append(
                TargetInIn(
                    target_key=self.target_key,
                    bearing_true_deg=self.bearing_true_deg,
                    within_deg=self.within_deg,
                    lowest_deg=self.lowest_deg,
                    highest_deg=self.highest_deg,
                )
            )
        return conditions


class WishOut(BaseModel):
    """A wish with everything in it said, in prose, its questions, and the search it asks for."""

    wish: WishIn
    told: list[PlanLineOut]
    questions: list[QuestionOut]
    search: SearchIn


def wish_out(visit: Visit, wish: WishIn) -> WishOut:
    places = owned_rows(visit.session, Place, visit.user.id)
    if not places:
        raise WrongValue("place_id", "a place, put down first", "none")
    place_id = wish.place_id or places[0].id
    place = get_place(visit.session, visit.user.id, place_id)
    today = visit.now_utc.astimezone(zone(place.time_zone)).date()
    events = list(here_of(place).events)
    whole = wish.model_copy(
        update={
            "place_id": place.id,
            "first_evening": wish.first_evening or today,
            "during": [label for label in wish.during if label in events],
        }
    )
    return WishOut(
        wish=whole,
        told=[line("wish", _told(whole, wish, place, events))],
        questions=list(_questions(places, events)),
        search=SearchIn(
            place_id=place.id,
            first_evening=whole.first_evening or today,
            months=whole.months,
            conditions=whole.conditions(),
            least_minutes=whole.least_minutes,
            weekdays=whole.weekdays,
        ),
    )


_ONLY_IF_LIT = ("moon_least_percent", "moon_most_percent")
_ONLY_IF_IN = ("bearing_true_deg", "within_deg", "lowest_deg", "highest_deg")


def _told(wish: WishIn, said: WishIn, place: Place, events: Sequence[str]) -> Iterator[PlanWordOut]:
    values: dict[str, Any] = {
        **wish.model_dump(),
        "place_id": place.name,
        "first_evening": day(wish.first_evening) if wish.first_evening else "",
        "light": light_text(wish.light, *LIGHTS[wish.light]),
        "moon": words.MOONS[wish.moon],
        "target_key": target(wish.target_key).name if wish.target_key else words.NO_TARGET,
        "where": words.WHERES[wish.where],
        "during": words.during_text(wish.during),
        "weekdays": words.weekdays_text(wish.weekdays),
    }
    for key, template in words.TOLD.items():
        if key in _ONLY_IF_LIT and wish.moon != "lit":
            continue
        if key == "where" and not wish.target_key:
            continue
        if key in _ONLY_IF_IN and not (wish.target_key and wish.where == "in"):
            continue
        if key == "during" and not events:
            continue
        is_set = key in said.model_fields_set
        yield answered(told(template, values[key]), key, is_set=is_set)


_KINDS: dict[str, QuestionKind] = {
    "place_id": "choice",
    "first_evening": "date",
    "target_key": "choice",
    "during": "choices",
    "weekdays": "choices",
}


def _questions(places: Sequence[Place], events: Sequence[str]) -> Iterator[QuestionOut]:
    options: dict[str, list[tuple[Any, str]]] = {
        "place_id": [(place.id, place.name) for place in places],
        "light": [(key, light_text(key, *bounds)) for key, bounds in LIGHTS.items()],
        "moon": list(words.MOONS.items()),
        "target_key": [(target.key, target.name) for target in targets().values()],
        "where": list(words.WHERES.items()),
        "during": [(label, label) for label in events],
        "weekdays": list(enumerate(words.WEEKDAYS)),
    }
    for key, asked in words.QUESTIONS.items():
        choices = {str(option): name for option, name in options.get(key, ())}
        question = question_of(key, WishIn.model_fields[key], asked, choices, _KINDS.get(key))
        yield question.model_copy(
            update={
                "options": [OptionOut(key=option, label=name) for option, name in choices.items()],
                "is_optional": key == "target_key",
            }
        )
