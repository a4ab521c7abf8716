"""What the app refuses, in words; http/problems.py makes an HTTP answer of each.

OwlError (core)
├── WrongValue (core)   a value that cannot be used
├── NotFound            also for what belongs to somebody else
├── NotSignedIn
├── Refused             signed in, but not allowed; or a forged request
├── WrongState          the thing exists, or is in use
├── Stale               somebody else changed it first
├── VersionMissing
├── Busy                more at once than can be done
└── TooMany
"""

from patient_owl.core.errors import OwlError


class NotFound(OwlError):
    def __init__(self, kind: str) -> None:
        super().__init__(f"There is no such {kind}, or it is not yours.")


class NotSignedIn(OwlError):
    def __init__(self, text: str = "Please sign in.") -> None:
        super().__init__(text)


class Refused(OwlError):
    """Not allowed, with the reason in words."""


class WrongState(OwlError):
    """It cannot be done in the present state, with the reason in words."""


class Stale(OwlError):
    TEXT = (
        "This {} was changed somewhere else since you opened it. "
        "Nothing was overwritten; load the newer one and apply your change again."
    )

    def __init__(self, kind: str) -> None:
        super().__init__(self.TEXT.format(kind))


class VersionMissing(OwlError):
    def __init__(self) -> None:
        super().__init__("An edit must say which version it changes: send If-Match.")


class Busy(OwlError):
    def __init__(self) -> None:
        super().__init__("Too many ask at once. Nothing was saved; try again in a moment.")


class TooMany(OwlError):
    def __init__(self, wait_s: int) -> None:
        self.wait_s = wait_s
        super().__init__(f"Too many tries. Please wait {wait_s} s.")
