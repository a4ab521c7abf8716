"""What was wrong with a frame, and the one thing to try about it."""

from collections.abc import Iterable, Mapping

from patient_owl.core.plan.fault import Fault

FAULT_LABELS: Mapping[Fault, str] = {
    "focus": "out of focus",
    "shake": "camera shake",
    "moved": "subject moved",
    "trailed": "stars trailed",
    "pose": "pose or face",
    "uneven": "bunched or uneven",
    "beside": "ended beside the mark",
    "cut_short": "trail cut short",
    "ghost": "ghost",
    "flare": "flare",
    "walked_in": "somebody walked in",
    "framing": "framing",
}

# Common practice.
FAULT_ADVICE: Mapping[Fault, str] = {
    "focus": "Magnify a light at the subject's distance, focus on it, switch to manual.",
    "shake": "Use a remote or a delay, hang weight on the tripod, switch stabilisation off.",
    "moved": "Ask for stillness and count down; a flash freezes what time cannot.",
    "trailed": "Shorten the time and raise ISO by as much, or use a wider lens.",
    "pose": "Say what you need, count them in, and take three.",
    "uneven": "Keep one pace, count the beat aloud, and rehearse it once unlit.",
    "beside": "Mark start and end on the ground, and walk it once with the light off.",
    "cut_short": "Open earlier and close later: leave two seconds at either end.",
    "ghost": "Wear black, keep the lamp off your body, and keep moving.",
    "flare": "Shade the lens, take the filter off, or hide the lamp behind something.",
    "walked_in": "Wait for them to pass, or hold a black card before the lens.",
    "framing": "Light up the edges of the frame with a torch, and level the camera.",
}


def mending(faults: Iterable[Fault]) -> list[str]:
    """`Ghost: wear black, …`, a line each."""
    return [f"{FAULT_LABELS[f].capitalize()}: {_lower(FAULT_ADVICE[f])}" for f in faults]


def _lower(sentence: str) -> str:
    return sentence[0].lower() + sentence[1:]
