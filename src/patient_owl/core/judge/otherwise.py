"""Other ways to the same picture: the judge asked again by somebody who minds one thing more.

At most four that differ in what they give up; one that changes nothing, or loses the light, is
none.
"""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal

from patient_owl.core.judge import worth
from patient_owl.core.judge.choose import Solution, choose
from patient_owl.core.judge.demand import Demands
from patient_owl.core.judge.liked import Minds
from patient_owl.core.judge.why import AS_GOOD, Price, prices

Code = Literal["cleaner", "quicker", "sharper_corners", "bare", "averaged"]
# Whoever minds one thing pays so much more for it. Ours.
MINDED: Mapping[Code, Minds] = {
    "cleaner": Minds(gain=6.0),
    "sharper_corners": Minds(opening=8.0),
    "quicker": Minds(wait=8.0),
    "bare": Minds(glass=8.0),
}
LOST_STOPS = 0.5  # a way that lands the light further off is no way
AVERAGED_FRAMES = 4  # half the noise
GAINED_STOPS = 1.0  # over base ISO: from there on averaging is worth it
MOST = 4


@dataclass(frozen=True)
class Otherwise:
    """Another setting. price: what it gives up against the plan; None where that is hardly
    anything. frames: that are averaged into one; more_s: how much longer they take. [s]"""

    code: Code
    solution: Solution
    price: Price | None = None
    frames: int = 1
    more_s: float = 0.0


def otherwise(solution: Solution, frames: int = 1) -> tuple[Otherwise, ...]:
    """Every other way that is worth knowing of. frames: that the picture is made of already."""
    others: list[Otherwise] = []
    for code, minds in MINDED.items():
        other = choose(replace(solution.demands, minds=minds))
        seen = (solution, *(way.solution for way in others))
        is_new = all(other.positions != known.positions for known in seen)
        if is_new and _keeps_the_light(solution, other):
            others.append(Otherwise(code, other, _given_up(solution, other)))
    if frames == 1 and _is_worth_averaging(solution):
        more_s = (AVERAGED_FRAMES - 1) * solution.settings.exposure_s
        others.append(Otherwise("averaged", solution, None, AVERAGED_FRAMES, more_s))
    return tuple(others[:MOST])


def _keeps_the_light(solution: Solution, other: Solution) -> bool:
    return all(
        abs(new.miss_stops) <= abs(old.miss_stops) + LOST_STOPS
        for old, new in zip(solution.landings, other.landings, strict=True)
    )


def _given_up(solution: Solution, other: Solution) -> Price | None:
    """What rises most by the usual prices."""
    demands: Demands = solution.demands
    before, after = prices(solution, demands), prices(other, demands)
    risen = {what: price - before.get(what, 0.0) for what, price in after.items()}
    worst = max(risen, key=lambda what: risen[what], default=None)
    return worst if worst is not None and risen[worst] > AS_GOOD else None


def _is_worth_averaging(solution: Solution) -> bool:
    demands = solution.demands
    iso = demands.dials["iso"]
    base = iso.at_least(iso.usual_from).value
    # what moves is drawn by one frame; lights that somebody gives are given once
    is_still = demands.pulls["exposure_s"].brighter <= worth.TIME
    is_still &= all("exposure_s" in part.answers_to for part in demands.parts)
    is_film = demands.dials["exposure_s"].film is not None
    return is_still and not is_film and solution.settings.iso >= base * 2**GAINED_STOPS
