"""The pack list and the night's budget in words."""

from collections.abc import Mapping
from datetime import tzinfo

from patient_owl.core.order.budget import Budget
from patient_owl.core.order.packing import Group, Packed
from patient_owl.core.sky.ephemeris import moment_utc
from patient_owl.words.kinds import PACKS
from patient_owl.words.night import clock
from patient_owl.words.quantities import begun, celsius, duration, say

GROUPS: Mapping[Group, str] = {
    "camera": "Camera",
    "glass": "Lenses and filters",
    "support": "What it stands on",
    "light": "Lights",
    "power": "Power and space",
    "small": "Small things",
    "warmth": "To wear",
}

# What a kind of picture asks for alone stands with its words.
PACK_NAMES: Mapping[str, str] = {
    **PACKS,
    "tripod": "tripod, with its plate",
    "release": "cable or timer release",
    "weight": "bag for weight on the hook",
    "battery": "charged battery",
    "card": "empty card",
    "film": "film",
    "charge": "lights charged",
    "headlamp": "headlamp with a red light",
    "phone": "phone, with this night taken along",
    "lens_cloth": "dry lens cloth",
    "tape": "tape, to hold the focus ring",
    "heater": "heater band for the lens, with its battery",
    "kneepad": "kneepad",
    "dark_clothes": "dark clothes, no reflecting strips",
    "black_card": "black card, to cover the lens between",
    "white_tape": "white tape, to mark where one stands",
    "gels": "gels",
    "layer": "warm layer",
    "second_layer": "second warm layer, windproof",
    "gloves_and_hat": "thin gloves and a hat",
}

_REASONS: Mapping[str, str] = {
    "release_for": "exposures up to {longest_s:seconds}",
    "weight_for": "gusts of {gust_m_s:gust}",
    "film_for": "{frames:whole} frames",
    "charge_for": "{lit_s:duration} of light in all",
    "cold_of": "down to {coldest_c:celsius}, gusts of {gust_m_s:gust}",
}


def name_of(line: Packed) -> str:
    """`2 × charged battery`"""
    name = line.name or PACK_NAMES[line.code]
    return f"{line.count} × {name}" if line.count > 1 else name


def why_of(line: Packed, zone: tzinfo) -> str:
    """Its reasons, else the shots it is for."""
    whys = []
    for reason in line.reasons:
        quantities = reason.quantities
        if reason.code == "dew_from":
            at = clock(moment_utc(float(quantities["dew_from_s"])), zone)
            whys.append(f"dew on the glass from {at}")
        elif reason.code == "batteries_for":
            whys.append(_batteries(float(quantities["batteries"]), quantities.get("coldest_c")))
            whys.append(f"you have {quantities['owned']}")
        elif reason.code == "card_for":
            frames, gb = quantities["frames"], float(quantities["card_gb"])
            owned = quantities.get("owned_gb")
            room = f", you have {float(owned):.0f} GB" if owned is not None else ""
            whys.append(f"{frames} frames, {gb:.1f} GB{room}")
        else:
            whys.append(say(_REASONS[reason.code], quantities))
    if line.is_short:
        whys.append("too little for this night")
    if not whys and line.shots:
        more = f" and {len(line.shots) - 2} more" if len(line.shots) > 2 else ""
        whys.append("for " + ", ".join(line.shots[:2]) + more)
    return "; ".join(whys)


def _batteries(taken: float, coldest_c: float | str | None) -> str:
    """`2.4 batteries of open shutter at 3 °C`; what a screen and waiting take comes on top."""
    count = "less than one battery" if taken < 1 else f"{taken:.1f} batteries"
    cold = f" at {celsius(float(coldest_c))}" if coldest_c is not None else ""
    return f"{count} of open shutter{cold}"


def budget_lines(night: Budget, zone: tzinfo) -> list[str]:
    """What the whole night takes, a line each."""
    lines = []
    if night.on_site_s:
        walking = f", {duration(night.walking_s)} of it walking" if night.walking_s else ""
        lines.append(f"{duration(night.on_site_s)} on site{walking}.")
    if night.frames:
        short = " Your cards are too small." if night.card_is_short else ""
        owned = f" of {night.card_gb_owned:.0f} GB" if night.card_gb_owned else ""
        lines.append(f"{night.frames} frames, {night.card_gb:.1f} GB{owned}.{short}")
    if night.batteries is not None and night.frames:
        short = " Take more." if night.batteries_are_short else ""
        taken = begun(_batteries(night.batteries, night.coldest_c))
        lines.append(f"{taken}, of {night.batteries_owned}.{short}")
    if night.dew_from_s is not None:
        lines.append(f"Dew on the glass from {clock(moment_utc(night.dew_from_s), zone)}.")
    return lines
