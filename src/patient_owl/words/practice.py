"""Practice nights in words: what a scene is and wants, and what came of an attempt."""

from collections.abc import Mapping

from patient_owl.core.practice.attempt import Attempt
from patient_owl.core.scenes.scenario import Level
from patient_owl.words.parts import part_name
from patient_owl.words.plan import settings_text
from patient_owl.words.posts import post_text
from patient_owl.words.quantities import begun, duration, plural, signed_stops, stops
from patient_owl.words.reasons import reason_text

LEVELS: Mapping[Level, str] = {
    1: "First night: the light is nearly as predicted",
    2: "Usual night: the light may be off by stops, and something is due",
    3: "Hard night: the light may be far off, and there is little time",
}


def frame_lines(attempt: Attempt, number: int) -> list[str]:
    """What a frame came to, and what it cost."""
    off = attempt.off_stops(number)
    name = part_name(attempt.planned.lead.key)
    if round(abs(off) * 3) == 0:
        lines = [f"{begun(name)} came out where it is wanted."]
    else:
        way = "over" if off > 0 else "under"
        lines = [f"{begun(name)} came out {stops(off)} {way} where it is wanted."]
    if not attempt.is_caught(number):
        lines.append("What was to pass did not pass while the shutter was open.")
    for limit in attempt.broken(number):
        post = post_text(limit)
        lines.append(f"Past a limit: {post.title} {post.value}.")
    lines += [begun(reason_text(reason)) for reason in attempt.costs(number)]
    return lines


def advised_lines(attempt: Attempt, number: int) -> list[str]:
    """What the app would have answered to the words, and how the choice after it compares."""
    advice = attempt.advice(number)
    if advice is None:
        return []
    lines = [f"To your word the app would have answered {settings_text(advice.positions)}."]
    if number + 1 < len(attempt.frames):
        near = abs(attempt.off_stops(number + 1))
        advised = abs(attempt.off_with(number + 1, advice.positions))
        better = advised - near
        if abs(better) < 1 / 3:
            lines.append("You came as near.")
        else:
            way = "nearer" if better > 0 else "further off"
            lines.append(f"You came {stops(abs(better))} {way}.")
    return lines


def summary_lines(attempt: Attempt, kept: int | None) -> list[str]:
    """How it went, and the light that was kept back."""
    scenario, used = attempt.scenario, len(attempt.frames)
    lines = []
    if kept is None:
        lines.append("No frame was kept.")
    elif attempt.is_met(kept):
        lines.append(f"Frame {kept + 1} is what it was to be.")
    else:
        lines.append(f"Frame {kept + 1} is not quite what it was to be.")
    against = signed_count(used - scenario.par)
    lines.append(f"{used} frame{plural(used)}, par {scenario.par}: {against}.")
    last_s = attempt.looked_at_s(used - 1)
    lines.append(f"{duration(last_s)} of {duration(scenario.lasts_s)} were used.")
    lead = attempt.planned.lead
    hidden = attempt.hidden.get(lead.key, 0.0)
    if round(abs(hidden) * 3) == 0:
        lines.append(f"{begun(part_name(lead.key))} was as predicted.")
    else:
        lines.append(
            f"{begun(part_name(lead.key))} was {signed_stops(hidden)} stops off its prediction."
        )
    return lines


def signed_count(over: int) -> str:
    """`two over`, `at par`, `one under`, in figures."""
    if over == 0:
        return "at par"
    return f"{abs(over)} {'over' if over > 0 else 'under'} par"


def result_text(is_met: bool, used: int, par: int) -> str:
    """One line of what came of it."""
    met = "met" if is_met else "not met"
    return f"{met}, {used} frame{plural(used)} ({signed_count(used - par)})"
