"""Why a picture is made of so many frames: what they give, and what more or fewer would."""

import math

from patient_owl.core.plan.types import Plan
from patient_owl.core.reason import Reason


def frames_reason(plan: Plan) -> Reason | None:
    """None where one frame is all, or frames only follow one another until something happens."""
    phases, frames = plan.program.phases, sum(phase.repeats for phase in plan.program.phases)
    if plan.averages > 1:
        exposure_s = plan.solution.settings.exposure_s
        quantities = {
            "frames": plan.averages,
            "gain": math.sqrt(plan.averages),
            "more_s": (plan.averages - 1) * exposure_s,
            "further_s": plan.averages * exposure_s,
        }
        return Reason("frames_averaged", quantities)
    if len(phases) == 1 and phases[0].code == "stack" and frames > 1:
        lasts_s = phases[0].duration_s - phases[0].lead_in_s
        joined = {"frames": frames, "lasts_s": lasts_s, "stops": math.log2(frames)}
        return Reason("frames_joined", joined)
    offsets = [phase.offset_stops for phase in phases if phase.code == "bracket"]
    if len(offsets) > 1:
        blended = {"frames": len(offsets), "stops": max(offsets) - min(offsets)}
        return Reason("frames_blended", blended)
    return None
