"""What several disciplines ask and say, and the engine beneath them all."""

from patient_owl.core.limits.aperture import SUNSTAR_F_NUMBER
from patient_owl.core.limits.support import COLD_SHARE
from patient_owl.core.motion.shake import SWAY_HZ
from patient_owl.core.optics.depth_of_field import DIAGONAL_SHARE
from patient_owl.words.kind import PostWords, Question, Words
from patient_owl.words.quantities import f_number, number, share, whole

WORDS = Words(
    key="",
    title="",
    aim="",
    questions={
        "rest_placement_stops": Question(
            "Place the rest",
            "What is there anyway, in stops from mid-grey.",
            told="the rest {value:placed}",
        ),
        "delay_s": Question(
            "Opens after",
            "Seconds from the button, to get into place.",
            told="opening after {value:seconds}",
            open="a delay to get into place",
        ),
        "walk_in_m": Question(
            "Or walk in over",
            "The delay that takes in the dark.",
            told="with {value:length} to walk in",
            open="a way to walk in",
        ),
        "clothes": Question(
            "Clothes of who is in the frame", "Dark ones vanish sooner.", told="clothes {value}"
        ),
        "spill": Question(
            "The light in hand is",
            "Its spill shows whoever holds it.",
            told="the light in hand {value}",
        ),
        "sky_placement_stops": Question(
            "Place the sky",
            "Stops from mid-grey. A night sky usually sits about 2 under.",
            told="the sky {value:placed}",
        ),
        "focus_m": Question(
            "Focus at",
            "How far off what is focused on stands.",
            told="focused at {value:length}",
            open="a distance to focus at",
        ),
        "series_every_min": Question(
            "A series, one every",
            "From day into night from one standing point. Empty for one frame.",
            told="one frame every {value:minutes}",
            open="a series",
        ),
        "series_lasts_min": Question(
            "The series lasts", "From the moment of the shot.", told="for {value:minutes}"
        ),
        "panorama_wide_deg": Question(
            "Panorama, this wide",
            "Leave empty for a single frame.",
            told="a panorama {value:angle} wide",
            open="a panorama",
        ),
        "panorama_high_deg": Question(
            "Panorama, this high",
            "Leave empty for one row.",
            told="{value:angle} high",
            open="more rows",
        ),
        "panorama_overlap_percent": Question(
            "Frames overlap by",
            "30 % lets stitching find its points; more for wide lenses.",
            told="its frames overlapping by {value:whole} %",
        ),
        "placement_stops": Question(
            "Place the subject",
            "Stops from mid-grey. Night stays night at −1 to −0.3.",
            told="the subject {value:placed}",
        ),
        "moves": Question(
            "Moves in the picture",
            "What stirs while the shutter is open.",
            told="moving in it {value}",
            open="something that moves",
        ),
        "moving_speed_m_s": Question("It moves at", "Across the view.", told="at {value:speed}"),
        "moving_m": Question("That far off", "From the camera.", told="{value:length} off"),
        "moving_wish": Question(
            "It shall", "Stay still as if frozen, or draw its movement.", told="which shall {value}"
        ),
        "distance_m": Question(
            "This far off", "From the camera, across its view.", told="{value:length} off"
        ),
        "lit_by": Question(
            "Lit by",
            "What lights the subject. Metered takes your own reading.",
            told="lit by {value}",
        ),
        "between": Question(
            "Between subject and sky",
            "What shades the subject decides more than the sky does; unsaid, the ± is wide.",
            told="between it and the sky {value}",
        ),
        "metered_ev100": Question(
            "Metered", "EV at ISO 100, from a meter or a test frame.", told="at EV {value:number}"
        ),
    },
    options={
        "nothing": "nothing",
        "flag": "a flag",
        "leaves": "leaves in a breeze",
        "crowd": "people walking",
        "boat": "boats at their mooring",
        "own_speed": "something at my own speed",
        "clothes_dark": "dark, with gloves",
        "clothes_usual": "usual",
        "clothes_light": "light",
        "tool_hooded": "hooded, no spill on its holder",
        "tool_bare": "bare, it lights its holder",
        "moves_still": "stay still",
        "moves_runs": "run",
        "natural": "the sky alone, as predicted",
        "metered": "what you metered",
    },
    reasons={
        "sky_lands": "the sky lands {stops:placed} ({light:light}, {sigma_stops:spread})",
        "limit_passed": "“{limit}” is passed by {stops:stops}, for want of anything cheaper",
        "too_long_by_sky": "by the sky alone it would take {exposure_s:duration} at f/8 and base ISO: if "
        "lamps light it, say which",
        "too_long": "at f/8 and base ISO it would take {exposure_s:duration}, which is hardly meant: more "
        "light brings it down",
        "found_before": "reckoned {stops:signed} stops against the prediction, {sigma_stops:spread}, as you found it here before, {nights:on_nights}",
        "found_elsewhere": "reckoned {stops:signed} stops against the prediction, {sigma_stops:spread}, as you found such light elsewhere",
        "between_unsaid": "nobody said what stands between it and the sky, so the light is good to "
        "{sigma_stops:spread} at best",
        "between_takes": "{between:between} between it and the sky: {stops:stops} less "
        "({sigma_stops:spread})",
        "between_gives": "{between:between}: {stops:stops} more ({sigma_stops:spread})",
        "cloud_acts": "the forecast hides {share:share} of the sky, and that is counted in",
        "short_of_light": "{stops:stops} short of the brightness you asked for: the dials or the "
        "limits end here",
        "too_much_light": "{stops:stops} brighter than you asked for: the dials or the limits end here",
        "subject_lands": "the subject lands {stops:placed} ({sigma_stops:spread})",
        "diffraction_shows": "diffraction spreads a point over {airy_px:number} px: for chaos such as "
        "water, not for detail",
        "depth_to_infinity": "sharp from {near_m:metres} to infinity (hyperfocal "
        "{hyperfocal_m:metres})",
        "depth_between": "sharp from {near_m:metres} to {far_m:metres} (hyperfocal "
        "{hyperfocal_m:metres})",
        "held_for_highlights": "held {stops:stops} darker so that the highlights keep their drawing",
        "rest_shows": "the rest of the scene lands {stops:placed} ({sigma_stops:spread})",
        "rest_black": "the rest of the scene sinks to black, {stops:placed}",
        "stay_unseen": "who stays in one spot for up to {unseen_s:duration} of {exposure_s:dial} is not "
        "seen against it",
        "light_outlasts": "{part:part} needs {needs_s:seconds} and the shutter closes after "
        "{exposure_s:dial}: more people, a brighter lamp, a wider aperture, or a longer time",
        "film_needs": "this film needs {exposure_s:dial} for a metered {metered_s:seconds}: it loses "
        "{stops:stops} to reciprocity",
        "frames_averaged": "{frames:number} frames: noise falls {gain:number}-fold for "
        "{more_s:duration} more. Not twice as many: for another {further_s:duration} it would fall "
        "by three tenths",
        "frames_joined": "{frames:number} frames: their trails join over {lasts_s:duration}. Not one: "
        "it would be {stops:stops} brighter, and one torch in it would spoil all of it",
        "frames_blended": "{frames:number} frames, {stops:stops} from the darkest to the brightest: "
        "lamps and shadows lie further apart than one of them holds",
        "panorama": "panorama {columns:number} × {rows:number} = {frames:number} frames, turning "
        "{turn_deg:angle} each: {clock_s:seconds} in all",
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
        "seen_read_near": "Read off the frame: where it should be, ± {sigma_stops:.1f} stops.",
        "seen_read_over": "Read off the frame: {stops:stops} too bright, ± {sigma_stops:.1f}.",
        "seen_read_under": "Read off the frame: {stops:stops} too dark, ± {sigma_stops:.1f}.",
        "seen_read_clipped": "Read off the frame: clipped, so at least {stops:stops} too bright.",
        "seen_read_black": "Read off the frame: black, so at least {stops:stops} too dark.",
        "part_read_near": "{part:part}, read off the frame: where it should be, ± {sigma_stops:.1f} stops.",
        "part_read_over": "{part:part}, read off the frame: {stops:stops} too bright, ± {sigma_stops:.1f}.",
        "part_read_under": "{part:part}, read off the frame: {stops:stops} too dark, ± {sigma_stops:.1f}.",
        "part_read_clipped": "{part:part}, read off the frame: clipped, so at least {stops:stops} too bright.",
        "part_read_black": "{part:part}, read off the frame: black, so at least {stops:stops} too dark.",
        "costs_noise": "Shadows get noisier: {before_snr:ratio} becomes {snr:ratio}.",
        "wins_noise": "Shadows get cleaner: {before_snr:ratio} becomes {snr:ratio}.",
        "costs_trails": "The fastest star draws {drift_px:.0f} px instead of {before_px:.0f}.",
        "costs_depth": "Less depth: at best sharp from {near_m:metres} instead of {before_m:metres}.",
        "wins_depth": "More depth: at best sharp from {near_m:metres} instead of {before_m:metres}.",
        "settled": "Known to ± {sigma_stops:.1f} stops: no more test frames, make the picture.",
        "seen_right": "You saw it right.",
        "seen_bright": "You saw it bright.",
        "seen_blown": "You saw it blown.",
        "lever_dose_s": "{part:part}: {from_value:seconds} → {to_value:seconds} on a spot.",
        "lever_hold_s": "{part:part}: held for {from_value:seconds} → {to_value:seconds}.",
        "lever_share": "{part:part}: {from_value:percent} → {to_value:percent}.",
        "lever_power": "{part:part}: {from_value:power} → {to_value:power}.",
        "lever_pace_m_s": "{part:part}: {from_value:speed} → {to_value:speed}.",
        "lever_keeps_dose_s": "{part:part}: {from_value:seconds} → {to_value:seconds} on a spot keeps it "
        "as it was.",
        "lever_keeps_hold_s": "{part:part}: held for {from_value:seconds} → {to_value:seconds} keeps it as "
        "it was.",
        "lever_keeps_share": "{part:part}: {from_value:percent} → {to_value:percent} keeps it as it was.",
        "lever_keeps_power": "{part:part}: {from_value:power} → {to_value:power} keeps it as it was.",
        "lever_keeps_pace_m_s": "{part:part}: {from_value:speed} → {to_value:speed} keeps it as it "
        "was.",
        "lever_ends": "{part:part} has {stops:stops} left that its own lever cannot give: distance, a gel, "
        "another light.",
        "kept_stands": "You kept a picture of it: its setting stands.",
        "closed_early": "Closed after {open_s:seconds} of {set_s:dial}: that much light was seen, the "
        "time set is still what the picture needs.",
        "be_sure": "It may still be off. To be sure: a bracket of ± {stops:stops}, {lasts_s:seconds}, or a "
        "look at the histogram.",
        "check_first": "A quick frame first: {long_s:dial} is long for a guess.",
        "keep_setting": "Keep the setting: nothing within a third of a stop is worth a change.",
        "change_iso": "ISO {from_label} → {to_label} ({stops:signed}).",
        "change_f_number": "f/{from_label} → f/{to_label} ({stops:signed}).",
        "change_exposure_s": "{from_s:dial} → {to_s:dial} ({stops:signed}).",
        "change_nd_stops": "{from_label} → {to_label} ({stops:signed}).",
        "first_nd_stops_up": "Glass comes off first: it only costs light.",
        "first_nd_stops_down": "Glass goes on: time, aperture and ISO have ended.",
        "first_exposure_s_up": "Longer first: light that is gathered is clean.",
        "first_exposure_s_down": "Shorter first: that costs nothing here.",
        "first_f_number_up": "The aperture opens before ISO rises: it gathers light.",
        "first_f_number_down": "The aperture closes: the picture needs its time.",
        "first_iso_up": "ISO rises last, for it gathers no light: filter, time and aperture have no "
        "room left.",
        "first_iso_down": "ISO falls first, for a cleaner picture.",
        "part_moves": "{part:part} goes along by {stops:signed}: nothing else serves the others.",
        "part_left": "{part:part} still wants {stops:signed}: more would undo what was right.",
        "light_risen": "The light has risen {stops:stops} since.",
        "light_fallen": "The light has fallen {stops:stops} since.",
        "far_brighter": "That is {stops:stops} more light than predicted. A lamp nobody mentioned, "
        "snow, something bright behind you?",
        "far_darker": "That is {stops:stops} less light than predicted. Is there a roof, a wall or "
        "trees between it and the sky?",
        "test_becomes_real": "The test frame stands for the picture: {from_s:dial} at ISO {from_label} "
        "becomes {to_s:dial} at ISO {to_label}.",
        "next_test_frame": "Another quick frame first ({stops:signed}).",
        "change_left": "{stops:signed} of the wanted change is left: every control is at its end.",
        "no_room_left": "No control has room left for {stops:signed}.",
    },
    steps={
        "tripod_high": "Legs out to eye height, centre column down, weight on the hook, strap off.",
        "tripod_low": "Legs low and spread, weight on the hook, strap off.",
        "stabiliser_off_film": "Stabiliser off, if the lens has one.",
        "stabiliser_off": "Stabiliser off, electronic first curtain where there is one.",
        "mirror_up": "Mirror up, and two seconds for it to settle.",
        "focus_star_lock": "Focus on a magnified bright star or a far lamp, then lock it to manual.",
        "release_remote": "Remote plugged in and tried; raw files; clock checked.",
        "release_timer": "Self-timer to 2 s, 10 s when you walk in; raw files; clock checked.",
        "release_remote_film": "Remote plugged in and tried; film wound on; frame number noted.",
        "release_timer_film": "Self-timer set, 10 s when you walk in; film wound on; frame number noted.",
        "test_frame_film": "No test frame on film: meter the darkest thing that must read, or take a "
        "digital frame of the same light.",
        "ambient_test": "A quick frame without your lights: what the scene gives by itself.",
        "focus_on_the_mark": "Focus on somebody with a torch on the mark, then lock it to manual.",
        "focus_near_lock": "Focus on the near subject by torchlight, then lock it to manual.",
        "focus_lamp_lock": "Autofocus on a far lamp, check it enlarged, then lock it to manual.",
        "inspect_trails": "Enlarge: whole trails, sharp still things, nothing that crept.",
        "inspect_highlights": "Highlights blink only where lamps may burn.",
        "test_frame": "One test frame at these settings.",
        "inspect_corners": "Enlarge the corners: points, not lines; check focus and the histogram.",
    },
    mistakes={
        "timer_left_set": "The self-timer or interval of the last shot is still set.",
        "stabiliser_left_on": "The stabiliser is still on and hunts on the tripod.",
        "clutter_competes": "Something bright beside the subject competes with it: move the subject or the "
        "camera, not the exposure.",
        "dew_on_lens": "Dew on the front lens: touch the barrel, look across the glass.",
    },
    posts={
        "handheld": PostWords(
            "handheld to here",
            "t = 2^stabiliser ÷ (crop · f), {most_s:number} s at most",
            "2^{stabiliser_stops:number} ÷ ({crop_factor:number} × {focal_length_mm:number} mm)",
            "What steady hands hold, with the stabiliser's stops on top. A tripod ends the question.",
        ),
        "wind": PostWords(
            "gusts shake it from here",
            f"t = tolerance ÷ (π · {number(SWAY_HZ)} Hz · swing)",
            "swing {swing_px:number} px in gusts of {gust_m_s:gust} on legs for "
            "{load_kg:number} kg, {tolerance_px:number} px allowed",
            "A swing grows with the square of the wind and the focal length. Good to a factor of two: "
            "wait for lulls, hang weight, go low.",
        ),
        "battery": PostWords(
            "the battery ends",
            f"minutes at {{warm_c:celsius}}, less {share(1 - COLD_SHARE)} at {{cold_c:celsius}}",
            "{battery_min:number} min at {temperature_c:celsius}",
            "One frame cannot outlast its battery; the picture is lost when it dies.",
        ),
        "sunstar": PostWords(
            "lamps grow rays",
            f"{f_number(SUNSTAR_F_NUMBER)} and narrower",
            "{blades:number} blades make {rays:number} rays",
            "An even count of blades gives as many rays, an odd one twice as many. They grow crisper "
            "as the aperture narrows.",
        ),
        "subject_sharp": PostWords(
            "the subject blurs",
            "t = b · d ÷ (v · f)",
            "{tolerance_px:number} px × {pixel_pitch_um:number} µm × {distance_m:number} m ÷ "
            "({speed_m_s:number} m/s × {focal_length_mm:number} mm)",
            "Beyond it the subject moves by more than you allow. Panning along with it, or waiting "
            "for it to turn or pause, gives more.",
        ),
        "subject_runs": PostWords(
            "the movement draws",
            "t = share · W · d ÷ (v · f)",
            "{share:share} of the frame at {distance_m:number} m, {speed_m_s:number} m/s, "
            "{focal_length_mm:number} mm",
            "Shorter, and what you want to run only looks unsharp.",
        ),
        "counted": PostWords(
            "what you counted",
            "t ≥ the counted seconds",
            "{counted_s:number} s counted",
            "You watched it and counted. Counting beats computing when you stand there.",
        ),
        "series": PostWords(
            "the next frame is due",
            "t ≤ (interval − {resetting_s:number} s) ÷ halves",
            "({every_s:seconds} − {resetting_s:number} s) ÷ {halves:number}",
            "The camera must be free, and set anew, when the next frame is due. Its own dark frame "
            "takes as long again.",
        ),
        "performer": PostWords(
            "the performer needs this",
            "t ≥ delay + rehearsed seconds",
            "{delay_s:number} s + {performance_s:number} s",
            "The shutter may not close before the last stroke. Rehearse to a beat and add a breath.",
        ),
        "staying": PostWords(
            "nobody stays longer",
            "t ≤ what a performance and the rest are worth",
            "{most_s:seconds}",
            "The performed light is done by then. Beyond it only the rest of the scene comes up, and "
            "noise, and doubt.",
        ),
        "noise_floor": PostWords(
            "shadows turn noisy",
            "SNR = Q ÷ √(Q + D·t + R²) ≥ {snr:number}",
            "tone {shadow_stops:whole} stops from mid-grey, R {read_e:number} e⁻, D·t "
            "{dark_e:number} e⁻",
            "Above it deep tones fall under ten to one. Averaging frames brings them back.",
        ),
        "iso_knee": PostWords(
            "more ISO buys nothing",
            "R(S) = √(R_pre² + (R_post·S₀/S)²)",
            "R_pre {read_pre_e:number} e⁻, R_post {read_post_e:number} e⁻",
            "Past the knee read noise has stopped falling. A higher ISO only costs highlights; lift "
            "in the raw file instead.",
        ),
        "diffraction": PostWords(
            "diffraction shows",
            "2.44 · λ · N ≤ {limit_px:number} px",
            "{limit_px:number} px × {pixel_pitch_um:number} µm = {airy_um:number} µm, λ 0.55 µm",
            "Beyond it the whole frame softens at full size. f/18 to f/22 are for water and fire, "
            "where there is no detail to lose.",
        ),
        "depth_needs": PostWords(
            "depth needs this",
            "N = f² ÷ (c · (H − f)), H from near = s(H − f) ÷ (H + s − 2f)",
            "near {near_m:number} m, focus {focus_m:number} m, f {focal_length_mm:number} mm, c "
            "{confusion_um:number} µm",
            "The widest aperture that still renders the nearest thing sharp, for a print at arm's "
            f"length (c = diagonal/{whole(DIAGONAL_SHARE)}). Focus a little nearer and it relaxes.",
        ),
        "in_camera_ceiling": PostWords(
            "bulb beyond",
            "t ≤ the longest time the body counts by itself",
            "{ceiling_s:number} s on this body",
            "Beyond it the camera needs bulb and a locking or timer remote; the count is ours.",
        ),
    },
    cues={
        "light_on": "{who:who}{part:part} on",
        "light_off": "{who:who}{part:part} off",
        "flash": "{who:who}flash",
        "draw": "{who:who}draw",
        "begin": "begin",
        "half": "half",
        "done": "walk out",
    },
    cautions={
        "alone_at_night": "Tell someone where you are and leave them the plan. Land owners and local "
        "rules decide where you may stand.",
        "cold": "Hours in the cold: dress for standing still, keep batteries warm, know the way back.",
        "property": "Private land, roofs and stations need permission; the owner's word and local rules "
        "decide.",
        "edges": "Unlit edges and quays: walk it in daylight, keep a light for your feet.",
        "crowds": "Legs in, strap in hand, bag closed; nobody should trip over you.",
        "roads": "Stand on the verge, never in the lane; be seen until the shot. Traffic rules and "
        "police decide where you may stop.",
        "sea": "Never turn your back on the sea; know the tide and its turn. Local warnings decide.",
        "river": "Water rises without a sound after rain and when a dam lets go: know both, keep the way "
        "back dry. Local warnings decide.",
        "slippery": "Wet rock and ice: three points of contact, no crossing alone in the dark.",
        "fireworks_public": "Stay in the public area. Separation is the licensed operator's and the "
        "organiser's to set; obey the stewards.",
        "hot_lamps": "Covered lamps get hot, candles fall: ask the house, never leave a flame.",
        "eyes_and_drivers": "Never into eyes, at vehicles, boats or aircraft; lasers not at all. Local law "
        "decides.",
        "drones": "Flying at night needs what national rules ask: lights, sight, permission, distance from "
        "people. The aviation authority decides.",
        "cables_and_rain": "Cables taped down, stands weighted, nothing with mains in the rain; nails and "
        "glass in the grass.",
        "white_light": "No white light across other people's frames, into eyes, or at wildlife.",
    },
)
