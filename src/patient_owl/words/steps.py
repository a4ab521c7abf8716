"""Steps in order, usual mistakes and cautions, by code."""

from collections.abc import Mapping

STEPS: Mapping[str, str] = {
    "tripod_high": "Legs out to eye height, centre column down, weight on the hook, strap off.",
    "tripod_low": "Legs low and spread, weight on the hook, strap off.",
    "stabiliser_off": "Stabiliser off, electronic first curtain where there is one.",
    "mirror_up": "Mirror up, and two seconds for it to settle.",
    "focus_star_lock": "Focus on a magnified bright star or a far lamp, then lock it to manual.",
    "release_remote": "Remote plugged in and tried; raw files; clock checked.",
    "release_timer": "Self-timer to 2 s, 10 s when you walk in; raw files; clock checked.",
    "focus_near_lock": "Focus on the near subject by torchlight, then lock it to manual.",
    "stack_frames": "All frames of the stack one after another, nothing touched.",
    "focus_lamp_lock": "Autofocus on a far lamp, check it enlarged, then lock it to manual.",
    "focus_magnified": "Focus by eye at ten times, on what shall be sharpest; lock it.",
    "noise_reduction_off": "Long-exposure noise reduction off: it would take every other minute.",
    "release_interval": "Interval timer or locked remote on continuous; buffer and card tried.",
    "dark_frame": "Afterwards one frame with the cap on, same time and ISO, against hot pixels.",
    "keep_dark": "Nobody lights anything in view while it is open.",
    "check_gap": "Enlarge two frames joined: no beads in the trail.",
    "inspect_trails": "Enlarge: whole trails, sharp still things, nothing that crept.",
    "inspect_highlights": "Highlights blink only where lamps may burn.",
    "blend_frames": "All frames of the bracket, nothing touched between them.",
    "panorama_level": "Level the head, turn about the lens's middle, overlap by a third.",
    "wait_for_signal": "Watch a round of the signals; count one vehicle through the frame.",
    "open_before": "Open before the first lamp enters, close after the last has left.",
    "polariser_turn": "Turn the polariser, if you use one, before you meter and focus.",
    "inspect_water": "Enlarge: is it the look you wanted, and are the stones still sharp?",
    "watch_level": "Look at the water and the clock: tide and dusk both move.",
    "arrive_upwind": "Early, upwind of the smoke, on the public side of the line.",
    "burst_focus_first": "Autofocus on the first burst, then lock it to manual.",
    "open_on_launch": "Bulb: open on the launch, close as the last spark fades. Recompose rarely.",
    "fire_steadily": "One after another through the show; choose afterwards.",
    "inspect_bursts": "Colour in the trails, not white; the whole burst in the frame.",
    "dim_lamps": "Dim or veil each lamp in the frame until it keeps its drawing.",
    "bracket_frames": "The bracket as listed, nobody walking on the floor.",
    "loosen_one": "Loosen only the joint that moves; the others tight.",
    "rehearse_move": "Rehearse with the shutter closed, counting aloud once.",
    "rest_then_move": "Rest first, then move in one go and close before you stop.",
    "stabiliser_on": "Stabiliser on, thickest grip, strap taut.",
    "brace_breathe": "Elbows in or lean; breathe out and squeeze.",
    "autofocus_lamp": "Autofocus on an edge with light on it, then leave it.",
    "fire_burst": "Hold the button for the whole burst; the middle ones are sharpest.",
    "test_frame": "One test frame at these settings.",
    "inspect_corners": "Enlarge the corners: points, not lines; check focus and the histogram.",
    "ground_frame": "A second, longer frame for the ground, same focus, nothing moved.",
}
MISTAKES: Mapping[str, str] = {
    "timer_left_set": "The self-timer or interval of the last shot is still set.",
    "autofocus_left_on": "Autofocus is on again and hunts in the dark.",
    "noise_reduction_on": "Noise reduction left on: a gap as long as each frame.",
    "battery_dies": "The battery dies in the cold in the third hour.",
    "stabiliser_left_on": "The stabiliser is still on and hunts on the tripod.",
    "stabiliser_left_off": "The stabiliser is still off from the tripod.",
    "blue_hour_missed": "The first good frame comes when the blue has gone: be set up before.",
    "trail_cut": "The shutter closed before the vehicle left the frame.",
    "drops_on_lens": "Spray on the front glass: a dry cloth and a look before each frame.",
    "legs_in_current": "A leg in the current hums: stand it on rock.",
    "lens_too_wide_or_long": "A lens too wide or too long, found out at the first burst.",
    "landscape_left_on": "Landscape where the shells want portrait.",
    "bursts_merge": "Open too long and the bursts pile up into one white heap.",
    "smoke": "Smoke drifts in: the first minutes are the clearest.",
    "footsteps": "Somebody walks on a wooden floor during the minutes.",
    "move_jerks": "The movement starts with a jerk that prints.",
    "no_rest": "No rest before or after: nothing to recognise.",
    "pressed_too_hard": "The button is punched instead of squeezed.",
    "dew_on_lens": "Dew on the front lens: touch the barrel, look across the glass.",
}
CAUTIONS: Mapping[str, str] = {
    "alone_at_night": "Tell someone where you are and leave them the plan. Land owners and local "
    "rules decide where you may stand.",
    "cold": "Hours in the cold: dress for standing still, keep batteries warm, know the way back.",
    "property": "Private land, roofs and stations need permission; the owner's word and local rules "
    "decide.",
    "edges": "Unlit edges and quays: walk it in daylight, keep a light for your feet.",
    "crowds": "Legs in, strap in hand, bag closed; nobody should trip over you.",
    "roads": "Stand on the verge, never in the lane; be seen until the shot. Traffic rules and "
    "police decide where you may stop.",
    "water": "Never turn your back on the sea; know the tide and the dam's release times. Local "
    "warnings decide.",
    "slippery": "Wet rock and ice: three points of contact, no crossing alone in the dark.",
    "fireworks_public": "Stay in the public area. Separation is the licensed operator's and the "
    "organiser's to set; obey the stewards.",
    "hot_lamps": "Covered lamps get hot, candles fall: ask the house, never leave a flame.",
    "white_light": "No white light across other people's frames, into eyes, or at wildlife.",
}

# What is said while the shutter is open.
CUES: Mapping[str, str] = {
    "rest": "hold still",
    "move_now": "move now",
}
