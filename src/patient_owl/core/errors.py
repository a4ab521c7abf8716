"""What the core refuses, in words.

OwlError
└── WrongValue          a caller's value is unusable: what it was, what is accepted
    └── OutsideEphemeris    a date the bundled ephemeris does not reach
"""

from datetime import date


class OwlError(Exception):
    """Anything the core says no to."""


class WrongValue(OwlError):
    """A value that cannot be used. Keeps the field's name, what was wanted and what came."""

    def __init__(self, name: str, wanted: str, got: object) -> None:
        self.name = name
        self.wanted = wanted
        self.got = got
        super().__init__(f"{name}: wanted {wanted}, got {got}")


class OutsideEphemeris(WrongValue):
    """A date before or after the bundled ephemeris."""

    def __init__(self, first: date, last: date, got: date) -> None:
        super().__init__("date", f"a day from {first} to {last}", got)
