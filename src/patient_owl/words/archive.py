"""An archive in words."""

from collections.abc import Mapping

from patient_owl.words.quantities import plural, whole

_NAMED = {
    "nights": "night",
    "shots": "shot",
    "takes": "take",
    "photos": "picture",
    "places": "place",
}


def unpacked_text(added: Mapping[str, int], here: Mapping[str, int]) -> str:
    """`12 nights, 40 shots, 130 takes came in; 3 things were here already.`"""
    counts_text = [
        f"{whole(count)} {name}{plural(count)}"
        for table, name in _NAMED.items()
        if (count := added.get(table, 0))
    ]
    came = f"{', '.join(counts_text)} came in" if counts_text else "Nothing new came in"
    already = sum(here.values())
    if not already:
        return f"{came}."
    return f"{came}; {whole(already)} thing{plural(already)} {_were(already)} here already."


def _were(count: int) -> str:
    return "was" if count == 1 else "were"
