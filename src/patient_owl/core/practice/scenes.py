"""The scenes there are, easiest first: what would be planned for each, and the light kept back."""

from collections.abc import Mapping

import numpy as np

from patient_owl.core.kinds import KINDS
from patient_owl.core.picture.hidden import hidden_light
from patient_owl.core.plan.planned import PlannedShot
from patient_owl.core.scenes.scenario import FARTHEST_AT, Scenario
from patient_owl.core.shot.plan import plan_shot

SCENARIOS: Mapping[str, Scenario] = {
    scenario.key: scenario
    for scenario in sorted(
        (scenario for kind in KINDS.values() for scenario in kind.scenes),
        key=lambda scenario: (scenario.level, KINDS[scenario.discipline].recipe.order),
    )
}


def planned_for(scenario: Scenario, schools: Mapping[str, str]) -> PlannedShot:
    """What the app would plan for it."""
    return plan_shot(scenario.spec, scenario.night, scenario.kit, schools)


def hidden_in(scenario: Scenario, seed: int) -> dict[str, float]:
    """The light of one attempt, which is kept back until it is over. [stops]"""
    farthest = FARTHEST_AT[scenario.level]
    return hidden_light(planned_for(scenario, {}), np.random.default_rng(seed), farthest)
