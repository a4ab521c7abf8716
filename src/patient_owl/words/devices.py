"""What a browser says it is, short enough to tell one's sessions apart."""

import re

_SYSTEM = re.compile(r"\(([^)]+)\)")  # the first remark of a browser's name for itself [rfc9110]
MOST_LETTERS = 60


def device_text(user_agent: str) -> str:
    """`Phone (Android 15; Mobile)`, `Computer (X11; Linux x86_64)`; what it says where it is neither."""
    system = _SYSTEM.search(user_agent)
    if system is None:
        return user_agent[:MOST_LETTERS] or "a program without a name"
    # browsers of small devices say so by these letters; common practice
    kind = "Phone" if "Mobi" in user_agent else "Computer"
    return f"{kind} ({system[1][:MOST_LETTERS]})"
