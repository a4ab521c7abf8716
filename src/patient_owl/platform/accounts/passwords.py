"""Passwords: hashed by Argon2id, judged by how long a guesser would need."""

from pwdlib import PasswordHash
from pwdlib.hashers.argon2 import Argon2Hasher
from zxcvbn import zxcvbn

from patient_owl.core.errors import WrongValue

# One lane and 46 MiB: as hard for a guesser as the library's four lanes, and one hash leaves the
# other cores to readers. [owasp-passwords]
_hasher = PasswordHash((Argon2Hasher(time_cost=1, memory_cost=47_104, parallelism=1),))
_NOBODYS = _hasher.hash("nobody's password")  # so that an unknown address takes as long
LEAST_SCORE = 3  # of 4: safe from guessing at the rate of a stolen, well hashed table


def hashed(password: str) -> str:
    return _hasher.hash(password)


def is_right(password: str, password_hash: str | None) -> bool:
    """Whether the password fits; None, of nobody, takes as long and never does."""
    return _hasher.verify(password, password_hash or _NOBODYS) and password_hash is not None


def check_strength(password: str, *known: str) -> None:
    """WrongValue for one that is guessed soon, by lists or from what is known of its owner."""
    # the check's time grows with the square of the length; nobody guesses beyond
    judged = zxcvbn(password[:72], user_inputs=[word for text in known for word in _words(text)])
    if judged["score"] < LEAST_SCORE:
        said = [judged["feedback"]["warning"], *judged["feedback"]["suggestions"]]
        wanted = "one that is harder to guess. " + " ".join(line for line in said if line)
        raise WrongValue("password", wanted.strip(), "one that is guessed soon")


def _words(text: str) -> list[str]:
    return [text, *text.replace("@", " ").replace(".", " ").split()]
