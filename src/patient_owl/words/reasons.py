"""Reasons in words: templates by code, filled with the reason's quantities."""

from collections.abc import Mapping

from patient_owl.core.limits import Reason
from patient_owl.words.formats import say

_REASONS: Mapping[str, str] = {
    "no_sky_in_frame": "no star in this framing: the frame looks below the horizon, so only the "
    "light decides",
    "stars_as_long_as": "as long as the stars at {place:place} allow",
    "stars_with_room": "stars stay points up to {limit_s:seconds} at {place:place}",
    "stars_trail": "the stars at {place:place} draw out to {drift_px:.0f} px; they stay points "
    "up to {limit_s:seconds}",
    "sky_lands": "the sky lands {stops:placed} ({light:light}, {sigma_stops:spread})",
    "short_of_light": "{stops:stops} short of the brightness you asked for: the dials or the "
    "limits end here",
    "too_much_light": "{stops:stops} brighter than you asked for: the dials or the limits end here",
    "sky_not_dark": "the Sun stands only {sun_altitude_deg:angle}, so faint stars are still "
    "drowned",
    "ground_reads": "the ground lands {stops:placed} and reads without help",
    "ground_needs": "the ground falls {stops:stops} under mid-grey: give it {light_stops:stops} "
    "of light, or a second frame of {exposure_s:dial} at {f_number:f}, {iso:iso}",
    "subject_lands": "the subject lands {stops:placed} ({sigma_stops:spread})",
    "diffraction_shows": "diffraction spreads a point over {airy_px:number} px: for chaos such as "
    "water, not for detail",
    "depth_to_infinity": "sharp from {near_m:number} m to infinity (hyperfocal "
    "{hyperfocal_m:number} m)",
    "depth_between": "sharp from {near_m:number} m to {far_m:number} m (hyperfocal "
    "{hyperfocal_m:number} m)",
    "held_for_highlights": "held {stops:stops} darker so that the highlights keep their drawing",
    "film_needs": "this film needs {exposure_s:dial} for a metered {metered_s:seconds}: it loses "
    "{stops:stops} to reciprocity",
    "hyperfocal": "hyperfocal distance {hyperfocal_m:metres}: focused there, sharp from "
    "{near_m:metres} to the stars",
    "stars_soft": "focused at {focus_m:metres} the stars are discs of {disc_px:.0f} px, on purpose",
    "core_down": "the galactic core is below the horizon",
    "core_in_frame": "the galactic core is in the picture: {altitude_deg:angle} high, bearing "
    "{azimuth_deg:bearing}",
    "core_outside": "the galactic core stands outside this framing: {altitude_deg:angle} high, "
    "bearing {azimuth_deg:bearing}",
    "stack_gain": "{frames:number} frames averaged: noise falls {gain:number}-fold",
    "panorama": "panorama {columns:number} × {rows:number} = {frames:number} frames, turning "
    "{turn_deg:angle} each: {clock_s:seconds} in all",
    "bulb_needed": "bulb with a locking or timer remote",
    "seen_black": "You saw black.",
    "seen_dark": "You saw it dark.",
    "seen_right": "You saw it right.",
    "seen_bright": "You saw it bright.",
    "seen_blown": "You saw it blown.",
    "keep_setting": "Keep the setting: nothing within a third of a stop is worth a change.",
    "change_iso": "ISO {from_label} → {to_label} ({stops:signed}): of what may move, ISO costs "
    "this picture least.",
    "change_f_number": "f/{from_label} → f/{to_label} ({stops:signed}): of what may move, the "
    "aperture costs this picture least.",
    "change_exposure_s": "{from_label} → {to_label} ({stops:signed}): of what may move, time costs "
    "this picture least.",
    "change_nd_stops": "{from_label} → {to_label} ({stops:signed}): the filter moves.",
    "order_stars": "Time is held by the stars, and the aperture gathers their light.",
    "change_left": "{stops:signed} of the wanted change has no room on this control.",
    "no_room_left": "No control has room left. Wait for other light, add light, or stack frames.",
}


def reason_text(reason: Reason) -> str:
    return say(_REASONS[reason.code], reason.quantities)
