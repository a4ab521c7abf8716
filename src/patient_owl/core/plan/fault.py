"""What may be wrong with a frame besides its brightness.

A fault is logged and answered by a line of advice; no light was too weak because of it, so it never
moves the exposure.
"""

from typing import Literal, get_args

Fault = Literal[
    "focus",
    "shake",
    "moved",
    "trailed",
    "pose",
    "uneven",
    "beside",
    "cut_short",
    "ghost",
    "flare",
    "walked_in",
    "framing",
]
FAULTS: tuple[Fault, ...] = get_args(Fault)

# What any picture may suffer from, whatever it is of. Common practice.
OF_ANY: tuple[Fault, ...] = ("focus", "shake", "flare", "walked_in", "framing")
