"""Steps in order, usual mistakes and cautions, by code."""

from collections.abc import Mapping

STEPS: Mapping[str, str] = {
    "tripod_high": "Legs out to eye height, centre column down, weight on the hook, strap off.",
    "tripod_low": "Legs low and spread, weight on the hook, strap off.",
    "stabiliser_off": "Stabiliser off, mirror up or electronic first curtain.",
    "focus_star_lock": "Focus on a magnified bright star or a far lamp, then lock it to manual.",
    "release_remote": "Remote plugged in and tried; raw files; clock checked.",
    "release_timer": "Self-timer to 2 s, 10 s when you walk in; raw files; clock checked.",
    "focus_near_lock": "Focus on the near subject by torchlight, then lock it to manual.",
    "stack_frames": "All frames of the stack one after another, nothing touched.",
    "test_frame": "One test frame at these settings.",
    "inspect_corners": "Enlarge the corners: points, not lines; check focus and the histogram.",
    "ground_frame": "A second, longer frame for the ground, same focus, nothing moved.",
}
MISTAKES: Mapping[str, str] = {
    "timer_left_set": "The self-timer or interval of the last shot is still set.",
    "autofocus_left_on": "Autofocus is on again and hunts in the dark.",
    "dew_on_lens": "Dew on the front lens: touch the barrel, look across the glass.",
}
CAUTIONS: Mapping[str, str] = {
    "alone_at_night": "Tell someone where you are and leave them the plan. Land owners and local "
    "rules decide where you may stand.",
    "white_light": "No white light across other people's frames, into eyes, or at wildlife.",
}
