"""The name a file is saved under, whatever letters it has."""

from typing import Literal
from urllib.parse import quote

# What no common file system takes in a name, and what would end a quoted one.
_NOT_IN_NAMES = str.maketrans(dict.fromkeys('\\/:*?"<>|\n\t', "-"))
MOST_LETTERS = 120


def saved_as(name: str, how: Literal["attachment", "inline"] = "attachment") -> dict[str, str]:
    """The header that names a file: in ASCII for old programs, as it is beside it. [rfc6266]"""
    name = name.translate(_NOT_IN_NAMES).strip(" .")[-MOST_LETTERS:] or "file"
    plain = name.encode("ascii", "replace").decode().replace("?", "_")
    said = f"{how}; filename=\"{plain}\"; filename*=UTF-8''{quote(name, safe='')}"
    return {"Content-Disposition": said}
