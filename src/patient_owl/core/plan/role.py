"""What a frame is for: the picture itself, or a part of it that is put together later."""

from typing import Literal, get_args

Role = Literal["frame", "bracket", "sky", "ground"]
ROLES: tuple[Role, ...] = get_args(Role)


def is_of_picture(role: Role, lead: str) -> bool:
    """Whether a frame tells of the picture's own setting: those for another part of it neither
    teach nor bind it. A frame for the sky is the picture's where it is exposed for the sky."""
    return role in ("frame", lead)
