"""Lights that are brought, put into a plan: as parts of its picture and as cues of its course."""

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import partial

import numpy as np

from patient_owl.core.exposure.settings import Settings
from patient_owl.core.judge.choose import Landing, Solution
from patient_owl.core.judge.demand import Doublings, Needs
from patient_owl.core.kit import Kit
from patient_owl.core.light.brought import Brought
from patient_owl.core.light.lamp import Beam, Flash, Panel, Torch
from patient_owl.core.light.part import LightPart
from patient_owl.core.plan.types import Intent, Plan
from patient_owl.core.program.program import Cue, Program
from patient_owl.core.reason import Reason
from patient_owl.core.types import FloatArray


def pixel_rad(kit: Kit) -> float:
    """What one pixel spans, in the middle of the frame."""
    return kit.body.sensor.pixel_pitch_um / 1000 / kit.lens.focal_length_mm


def brought_parts(kit: Kit, intent: Intent) -> tuple[LightPart, ...]:
    """Every light that is brought, as a light of the picture."""
    return tuple(light.part(pixel_rad(kit)) for light in intent.brought)


# A hand that paints is late, and starts a spot again. Common practice.
SLACK = 1.15


def needs_of(kit: Kit, intent: Intent) -> Needs | None:
    """How long the shutter must be open for what is done with the lights, by their levers."""
    both = zip(intent.brought, brought_parts(kit, intent), strict=True)
    lasting = [
        (light, part)
        for light, part in both
        if isinstance(light.lamp, Torch | Beam)
        or (isinstance(light.lamp, Flash) and light.pops > 1)
    ]
    if not lasting:
        return None

    def needs_s(levers: Doublings) -> FloatArray:
        needs: FloatArray = np.zeros(1)
        for light, part in lasting:
            # as long as the lever is far: seconds of dose, of holding, of filling a flash again
            stated_s = SLACK * light.lasts_s(part.levers[0].value)
            needs = np.maximum(needs, light.begins_s + stated_s * 2 ** levers[part.key])
        return needs

    return needs_s


def bring(plan: Plan, intent: Intent, told: Collection[str] = ()) -> Plan:
    """A recipe's plan with the cues of what is brought. told: kinds whose cues it has already."""
    if not intent.brought:
        return plan
    solution = plan.solution
    given = how_given(intent.brought, solution.landings, solution.settings)
    return replace(
        plan,
        program=cued(plan.program, given, told),
        reasons=(*plan.reasons, *_too_long(given, solution)),
    )


def ambient_of(solution: Solution) -> Landing | None:
    """What lights the picture anyway, where there is such a light."""
    return next((landing for landing in solution.landings if not landing.part.is_brought), None)


@dataclass(frozen=True)
class LightUse:
    """How a light that is brought is used with some settings.

    lever_key, lever: where it is put. from_s, to_s: when, after the shutter opened; to_s None for
    one that burns on. spots: of a torch, with their overlap.
    """

    light: Brought
    lever_key: str
    lever: float
    from_s: float
    to_s: float | None
    spots: int = 1


def how_given(
    brought: Sequence[Brought],
    landings: Sequence[Landing],
    settings: Settings,
    levers: Mapping[str, Mapping[str, float]] | None = None,
) -> tuple[LightUse, ...]:
    """How each light that is brought is used with some settings: with its lever where it is said to
    stand, else where it comes home."""
    parts = {landing.part.key: landing.part for landing in landings}
    uses = []
    for light in brought:
        part = parts[light.key]
        planned = part.levers_for(settings)
        [(lever_key, lever)] = {**planned, **(levers or {}).get(light.key, {})}.items()
        painting = light.painting(lever)
        lasts_s = light.lasts_s(lever)
        from_s = light.starts_s(settings.exposure_s, lasts_s)
        to_s = from_s + lasts_s if isinstance(light.lamp, (Torch, Beam, Flash)) else None
        spots = painting.spots if painting else 1
        uses.append(LightUse(light, lever_key, lever, from_s, to_s, spots))
    return tuple(uses)


def cued(program: Program, given: Sequence[LightUse], told: Collection[str] = ()) -> Program:
    """The course with what is done to the lights meanwhile. told: kinds that are in it already."""
    cues = [cue for use in given if use.light.kind not in told for cue in _cues(use)]
    both = sorted((*program.cues, *cues), key=lambda cue: cue.at_s)
    return replace(program, cues=tuple(both)) if cues else program


def _cues(given: LightUse) -> list[Cue]:
    light, lamp = given.light, given.light.lamp
    about = (("part", light.key), ("who", light.who))
    cue = partial(Cue, who=light.who, about=about, part=light.key)
    if isinstance(lamp, (Torch, Beam)) and given.to_s is not None:
        lasts_s = given.to_s - given.from_s
        on = cue(given.from_s, "light_on", lasts_s=lasts_s)
        return [on, cue(given.to_s, "light_off")]
    if isinstance(lamp, Flash):
        if light.at_s is None and light.pops == 1:
            return []  # the camera fires it as it closes
        apart_s = (given.to_s or given.from_s) - given.from_s
        step_s = apart_s / max(1, light.pops - 1)
        return [cue(given.from_s + k * step_s, "flash") for k in range(light.pops)]
    if isinstance(lamp, Panel):
        # one that burns from the beginning needs nobody
        return [cue(given.from_s, "light_on")] if given.from_s > 0 else []
    return [cue(given.from_s, "draw")]


def _too_long(given: Sequence[LightUse], solution: Solution) -> tuple[Reason, ...]:
    """That the shutter closes before a light has been given."""
    open_s = solution.settings.exposure_s
    late = [use for use in given if use.to_s is not None and use.to_s > open_s]
    return tuple(
        Reason(
            "light_outlasts",
            {"part": use.light.key, "needs_s": use.to_s or 0.0, "exposure_s": open_s},
        )
        for use in late
    )
