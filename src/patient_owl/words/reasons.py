"""Reasons in words: templates by code, filled with the reason's quantities."""

from collections.abc import Mapping

from patient_owl.core.reason import Reason
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
    "galactic_core_down": "the galactic core is below the horizon",
    "galactic_core_in_frame": "the galactic core is in the picture: {altitude_deg:angle} high, bearing "
    "{azimuth_deg:bearing}",
    "galactic_core_outside": "the galactic core stands outside this framing: {altitude_deg:angle} high, "
    "bearing {azimuth_deg:bearing}",
    "stack_gain": "{frames:number} frames averaged: noise falls {gain:number}-fold",
    "panorama": "panorama {columns:number} × {rows:number} = {frames:number} frames, turning "
    "{turn_deg:angle} each: {clock_s:seconds} in all",
    "trails_stacked": "{frames:number} frames of {exposure_s:dial} back to back, "
    "{lasts_s:duration} in all",
    "trails_one_long": "one frame, open for {lasts_s:duration}",
    "trail_arc": "every star draws {arc_deg:angle}, {share:share} of a circle",
    "pole_inside": "the {pole} celestial pole is in the picture, {altitude_deg:angle} high: "
    "circles about it",
    "pole_outside": "the {pole} celestial pole is outside this framing: arcs across it",
    "gap_joins": "a gap of {gap_s:number} s leaves {gap_px:.1f} px, which joins up; "
    "{longest_gap_s:.1f} s would bead",
    "gap_beads": "a gap of {gap_s:number} s leaves {gap_px:.1f} px and the trail beads: keep it "
    "under {longest_gap_s:.1f} s",
    "moon_rises_during": "the Moon rises {after_s:from_now}, before the run ends: it lifts the sky "
    "and lights the ground",
    "twilight_during": "twilight washes the sky out from {after_s:duration} into the run: end "
    "there",
    "batteries_short": "it takes {needed:.1f} batteries of {battery_min:.0f} min at this temperature, you "
    "carry {owned:number}: bring power",
    "batteries_enough": "it takes {needed:.1f} of your {owned:number} batteries ({battery_min:.0f} "
    "min each at this temperature)",
    "contrast_fits": "lamps to shadows {contrast_stops:stops}: one frame holds {held_stops:stops}",
    "contrast_unknown": "lamps to shadows {contrast_stops:stops}: what one frame holds is not known "
    "for this body, so bracket",
    "contrast_blended": "lamps to shadows {contrast_stops:stops}, one frame holds "
    "{held_stops:stops}: {frames:number} frames two stops apart, blended",
    "contrast_lifted": "lamps to shadows {contrast_stops:stops}, one frame holds "
    "{held_stops:stops}: exposed for the lamps, the deepest shadows lift noisily",
    "blue_hour": "blue hour begins {after_s:from_now} and lasts {lasts_s:duration}",
    "no_blue_hour": "no blue hour this night: the Sun does not pass −4° to −8°",
    "moon_burns": "the Moon in the frame burns out by {stops:stops}: take it in a frame of its own "
    "at about f/11 and 1/ISO s",
    "lamp_rays": "lamps grow {rays:number} rays ({blades:number} blades)",
    "one_trail": "open for {needed_s:seconds} at least, so that one vehicle draws its whole trail",
    "river_of_light": "open for {needed_s:seconds} at least, {crossings:number} crossings: a river "
    "of light",
    "headlamps_blow": "tail lamps carry the trail, headlamps blow out",
    "trail_over_horizon": "lamps at {lamp_m:metres} draw over the horizon; a vehicle that high takes "
    "{share:share} of the frame's height",
    "trail_under_horizon": "lamps at {lamp_m:metres} draw under the horizon: go lower to let them "
    "cross it",
    "computed_crossing": "by distance and speed it would be {crossing_s:seconds} a crossing",
    "water_drawn": "the water runs {share:heights} at {speed_m_s:.1f} m/s: {look:look}",
    "look_now": "{look:look}",
    "look_misses": "{look:look}, {stops:signed} off what was asked for",
    "look_bare_now": "{look:look} needs no filter now",
    "look_bare_later": "{look:look} needs no filter {after_s:from_now}, at {f_number:f}",
    "burst_by_feel": "open on the launch, close as the burst fades, {least_s:number} to "
    "{most_s:number} s",
    "burst_fixed": "the same time over and over: most bursts take {least_s:number} to "
    "{most_s:number} s",
    "ambient_shows": "the town lands {stops:placed}",
    "ambient_black": "the town sinks to black, {stops:placed}",
    "burst_size": "bursts {height_m:metres} up and {width_m:metres} wide stand "
    "{altitude_deg:angle} high and span {width_deg:angle}",
    "sound_delay": "the bang follows after {delay_s:.1f} s ({distance_m:metres})",
    "focal_length_for_burst": "from the horizon to over the burst: {portrait_mm:.0f} mm in portrait, "
    "{landscape_mm:.0f} mm in landscape",
    "burst_leaves_frame": "the top of the burst, {top_deg:angle} high, leaves this framing: tilt up, "
    "turn to portrait or go wider",
    "separation": "for orientation: shells this size keep {separation_m:metres} from people; the "
    "operator's line counts",
    "window_matches": "outside and inside match now ({stops:signed})",
    "window_matches_later": "outside is {stops:signed} against the room: they match "
    "{after_s:from_now}",
    "window_never": "outside is {stops:signed} against the room and does not match again tonight: "
    "dim the lamps, light the room or blend",
    "lamps_dim_by": "lamps in the frame burn out: dim them by {stops:stops}",
    "lamps_hold": "lamps in the frame hold their drawing",
    "depth_reaches": "sharp from {near_m:metres} to {far_m:metres}",
    "focus_too_close": "this lens does not focus nearer than {closest_focus_m:metres}",
    "moves_and_rests": "{move_s:number} s of movement, at rest for {rest_share:share} of the time",
    "rest_prints": "at rest for {rest_share:share}, the subject prints {stops:stops} weaker than it would alone",
    "rest_missing": "no rest at all: nothing prints, everything streaks",
    "drawn_across": "{reach_deg:angle} of movement draws each lamp over {share:share} of the frame",
    "hands_hold": "hands hold up to {limit_s:seconds}, {stabiliser_stops:stops} of it by stabiliser and stance",
    "sharpest_of_burst": "fire {frames:number} in a row: one of them is sharper than the rest",
    "order_trails": "The arc fixes the time, so ISO sets the brightness.",
    "order_still": "Nothing moves here: time is free, and costs no depth and no noise.",
    "order_action": "The action needs its time, so the aperture moves first.",
    "order_motion": "Time draws the look, so ISO moves first.",
    "order_bursts": "A burst's brightness hangs on the aperture, not on time.",
    "order_hands": "Hands fix the time and the aperture is wide open.",
    "bulb_without_remote": "this is bulb, and no locking or timer remote is in the bag",
    "bulb_needed": "bulb with a locking or timer remote",
    "seen_black": "You saw black.",
    "seen_dark": "You saw it dark.",
    "seen_darkish": "You saw it a touch dark.",
    "seen_brightish": "You saw it a touch bright.",
    "part_black": "You saw {part:part} black.",
    "part_dark": "You saw {part:part} dark.",
    "part_darkish": "You saw {part:part} a touch dark.",
    "part_right": "You saw {part:part} right.",
    "part_brightish": "You saw {part:part} a touch bright.",
    "part_bright": "You saw {part:part} bright.",
    "part_blown": "You saw {part:part} blown.",
    "time_keeps_part": "{from_s:dial} → {to_s:dial}: time keeps {part:part} as it was.",
    "time_places_part": "{from_s:dial} → {to_s:dial}: time puts {part:part} right and moves "
    "nothing else.",
    "seen_histogram": "The picture's histogram was read.",
    "costs_noise": "Shadows get noisier: {before_snr:.0f} to 1 becomes {snr:.0f} to 1.",
    "wins_noise": "Shadows get cleaner: {before_snr:.0f} to 1 becomes {snr:.0f} to 1.",
    "costs_trails": "The fastest star draws {drift_px:.0f} px instead of {before_px:.0f}.",
    "costs_depth": "Less depth: at best sharp from {near_m:metres} instead of {before_m:metres}.",
    "wins_depth": "More depth: at best sharp from {near_m:metres} instead of {before_m:metres}.",
    "card_short": "it takes {needed_gb:.0f} GB, your cards hold {owned_gb:.0f} GB",
    "panorama_outlasts": "the panorama takes {clock_s:duration}, longer than the {lasts_s:duration} of "
    "blue hour that are left: fewer frames or a wider lens",
    "settled": "Known to ± {sigma_stops:.1f} stops: no more test frames, make the picture.",
    "seen_right": "You saw it right.",
    "seen_bright": "You saw it bright.",
    "seen_blown": "You saw it blown.",
    "keep_setting": "Keep the setting: nothing within a third of a stop is worth a change.",
    "change_iso": "ISO {from_label} → {to_label} ({stops:signed}): of what may move, ISO costs "
    "this picture least.",
    "change_f_number": "f/{from_label} → f/{to_label} ({stops:signed}): of what may move, the "
    "aperture costs this picture least.",
    "change_exposure_s": "{from_s:dial} → {to_s:dial} ({stops:signed}): of what may move, time costs "
    "this picture least.",
    "change_nd_stops": "{from_label} → {to_label} ({stops:signed}): the filter moves.",
    "order_stars": "Time is held by the stars, and the aperture gathers their light.",
    "change_left": "{stops:signed} of the wanted change has no room on this control.",
    "no_room_left": "No control has room left. Wait for other light, add light, or stack frames.",
}


def reason_text(reason: Reason) -> str:
    return say(_REASONS[reason.code], reason.quantities)
