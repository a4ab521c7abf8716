"""Nights that were, with their takes and pictures: what the logbook and the lessons are told by."""

from datetime import date, timedelta
from typing import Any

from patient_owl.account.demo.loader import Loader
from patient_owl.core.advise.belief import Verdict
from patient_owl.platform.tables.nights import Night

Words = list[Verdict]


def earlier(loader: Loader, today: date) -> None:
    """An orangery that was darker than predicted three times over, and a town about as expected."""
    # what the first night taught spares the second a take, and the third all but one
    _orangery(loader, today - timedelta(days=47), ["black", "right"], "Oranges by lantern light")
    _orangery(loader, today - timedelta(days=33), ["darkish", "right"], "The long table")
    _orangery(loader, today - timedelta(days=19), ["right"], "Ferns under glass")
    tamsel = loader.night("tamsel", today - timedelta(days=26), "Viaduct, wet rails")
    _shot(
        loader,
        tamsel,
        "Arches from the ford",
        "21:10",
        ["brightish", "right"],
        lit_by="shopping_street",
    )
    _shot(loader, tamsel, "Last tram", "22:05", ["right"], lit_by="night_traffic")
    mill = loader.night("mill", today - timedelta(days=15), "Weir after rain")
    _shot(loader, mill, "Foam below the weir", "18:20", ["dark", "right"], between="wood_edge")
    _shot(loader, mill, "Mill race, one lamp", "21:20", ["dark", "bright"], lit_by="night_traffic")


def _orangery(loader: Loader, evening: date, words: Words, title: str) -> None:
    night = loader.night("quill", evening, f"Quill House, {evening:%B}")
    _shot(loader, night, title, "21:15", words, confirmed=True, discipline="dim_interior")


def _shot(
    loader: Loader,
    night: Night,
    title: str,
    clock: str,
    words: Words,
    *,
    confirmed: bool = False,
    discipline: str = "cityscape",
    **inputs: str,
) -> None:
    outdoors = {"lit_by": "natural"} if discipline == "cityscape" else {}
    lit: dict[str, Any] = {**outdoors, **inputs}
    shot = loader.shot(
        night,
        title,
        clock,
        200,
        discipline=discipline,
        lens="zoom",
        focal_length_mm=35,
        tilt_deg=2,
        **lit,
    )
    loader.takes(shot, words)
    if confirmed:
        loader.confirm(shot)
