"""A card that comes in, in words."""

import re
from collections.abc import Mapping

from patient_owl.words.quantities import begun, plural, whole

FILE_TEXTS: Mapping[str, str] = {
    "taken": "read",
    "known": "already here; not taken twice",
}

KINDS: Mapping[str, str] = {
    "single": "one frame",
    "bracket": "a bracket of {count} frames",
    "stack": "a stack of {count} frames",
    "panorama": "a panorama of {count} frames",
}


def refused_text(wanted: str, got: str) -> str:
    return f"{begun(got)}. Taken are {wanted}."


def beside_text(other: str) -> str:
    return f"the same frame as {other}; kept as one"


def sidecar_text(picture: str, *, is_new: bool) -> str:
    if is_new:
        return f"what it says is kept with {picture}"
    return f"nothing in it that {picture} has not already"


def set_text(kind: str, count: int, settings: str, taken: str) -> str:
    """`A bracket of 5 frames, 22:41:07; 4 s, f/2.8, ISO 800`."""
    name = KINDS[kind].format(count=count)
    return f"{name[0].upper()}{name[1:]}, {taken}; {settings}"


def intake_text(pictures: int, placed: int) -> str:
    """How far a card is."""
    if not pictures:
        return "No picture yet."
    of = f"{whole(placed)} of {whole(pictures)} picture{plural(pictures)}"
    return f"{of} found {'its' if pictures == 1 else 'their'} take."


def likeliest_text(title: str | None) -> str:
    if title is None:
        return "No shot of its night lies within three hours of it."
    return f"Most likely of “{title}”, by its time and setting."


LOOSE = "Added by hand"  # the folder of pictures that came with no card


def folder_name(label: str) -> str:
    """A card's name as any system takes it for a folder's."""
    return " ".join(re.sub(r'[\\/:*?"<>|.\x00-\x1f]', " ", label).split()) or LOOSE


NO_TIME = "no time known"
OWN_SHOT = "From the card"
