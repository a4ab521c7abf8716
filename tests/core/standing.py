"""What stands on the tripod in the core's tests: generic kit, as in the demo."""

from collections.abc import Iterable, Mapping, Sequence
from typing import Any

from patient_owl.core.exposure.dials import Control, Dial
from patient_owl.core.exposure.filters import Filter
from patient_owl.core.judge import worth
from patient_owl.core.judge.demand import Demands
from patient_owl.core.judge.hold import Hold
from patient_owl.core.judge.liked import Liked
from patient_owl.core.kinds import RECIPES
from patient_owl.core.kit import Body, Kit, Lens, Support, kit_of
from patient_owl.core.light.brought import Brought
from patient_owl.core.light.part import LightPart
from patient_owl.core.limits.limit import Limit
from patient_owl.core.noise import SensorNoise
from patient_owl.core.optics.camera import Framing, Sensor
from patient_owl.core.plan.types import Alternative, Course, InputValue, Moment, Plan, Scene

NOISE = SensorNoise(58_000, 1.6, 5.5, 0.04, 0.52)
BODY = Body(Sensor(36, 24, 6000, 4000), noise=NOISE)
GLASS = (Filter("ND 8", 3), Filter("ND 64", 6), Filter("ND 1000", 9.966))


def light(ev100: float, sigma_stops: float = 1.0, placement_stops: float = 0.0) -> LightPart:
    """A lamp-lit subject that stands still."""
    return LightPart("subject", "metered", ev100, sigma_stops, placement_stops)


def demands(
    parts: Sequence[LightPart],
    dials: Mapping[Control, Dial],
    limits: Sequence[Limit] = (),
    hold: Hold | None = None,
    liked: Liked | None = None,
    **over: Any,
) -> Demands:
    """What is asked of one setting, liked at 1 s and f/8 unless said."""
    pulls = worth.pulls(liked or Liked(1.0, 8.0))
    return Demands(tuple(parts), dials, tuple(limits), pulls, hold or Hold({}), **over)


def course(moments: Iterable[Moment]) -> Course:
    """A night's light, moment by moment."""
    return Course(*zip(*moments, strict=True))


DARK = Scene(43.3, -11.0, 0.8, -9.0, 0.8, sun_altitude_deg=-40)


def kit(
    focal_length_mm: float = 24,
    widest: float = 1.8,
    narrowest: float = 16,
    filters: Sequence[Filter] = (),
    body: Body = BODY,
    support: Support = Support(12, 64, 1, "timer"),
) -> Kit:
    return kit_of(body, Lens(focal_length_mm, widest, narrowest), filters, support)


def planned(
    key: str,
    scene: Scene,
    bag: Kit | None = None,
    hold: Hold | None = None,
    framing: Framing | None = None,
    schools: dict[str, str] | None = None,
    brought: Sequence[Brought] = (),
    **inputs: InputValue,
) -> Plan:
    """A discipline's plan from its defaults and these answers."""
    recipe = RECIPES[key]
    intent = recipe.intent(
        framing or Framing(180, 10),
        recipe.checked_inputs(inputs),
        hold or Hold({}, follow=recipe.follow),
        schools or {},
        recipe.bringing(brought),
    )
    return recipe.plan(scene, bag or kit(), intent)


def others(key: str, scene: Scene, bag: Kit, **inputs: InputValue) -> tuple[Alternative, ...]:
    """The other settings that a discipline knows of."""
    recipe = RECIPES[key]
    hold = Hold({}, follow=recipe.follow)
    intent = recipe.intent(Framing(180, 10), recipe.checked_inputs(inputs), hold, {}, ())
    return recipe.others(scene, bag, intent)


def quantities(plan: Plan, code: str) -> Mapping[str, float]:
    """Those of the reason or fact with this code; fails when it is not there."""
    found = {r.code: r for r in (plan.lead, *plan.reasons, *plan.facts)}
    assert code in found, sorted(found)
    return found[code].quantities  # type: ignore[return-value]
