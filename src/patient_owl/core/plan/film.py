"""What is done otherwise with film in the camera: nothing to enlarge, nothing that blinks."""

from collections.abc import Sequence

# None: there is nothing of it to do.
ON_FILM: dict[str, str | None] = {
    "release_remote": "release_remote_film",
    "release_timer": "release_timer_film",
    "stabiliser_off": "stabiliser_off_film",
    "test_frame": "test_frame_film",
    "inspect_highlights": None,
    "inspect_corners": None,
    "inspect_trails": None,
    "inspect_water": None,
    "inspect_bursts": None,
    "noise_reduction_off": None,
    "dark_frame": None,
}


def on_film(steps: Sequence[str]) -> tuple[str, ...]:
    """Steps of a plan as they are with film."""
    translated = (ON_FILM.get(step, step) for step in steps)
    return tuple(step for step in translated if step is not None)
