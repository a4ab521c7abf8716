"""Reasons, ways out and other ways are what the choice rests on."""

from dataclasses import replace

import numpy as np
import pytest

from patient_owl.core.judge.choose import choose
from patient_owl.core.judge.hold import Hold
from patient_owl.core.judge.otherwise import otherwise
from patient_owl.core.judge.ways import _ways, conflicts
from patient_owl.core.judge.why import Price, prices, why
from patient_owl.core.light.part import Changes
from patient_owl.core.plan.frames import frames_reason
from patient_owl.words.plan import conflict_text, way_text
from patient_owl.words.reasons import reason_text
from patient_owl.words.why import otherwise_text, why_text
from tests.core.judge.laws import Everything, scene_of
from tests.core.standing import DARK, GLASS, demands, kit, light, planned

BAG = kit(24, 1.4, 22, GLASS)


@pytest.mark.parametrize("seed", range(20))
def test_what_a_setting_gives_up_adds_up_to_its_price(seed: int) -> None:
    plan, _ = scene_of(np.random.default_rng(3000 + seed))
    every = Everything(plan.solution.demands)
    place = every.place_of(plan.solution)
    whole = np.broadcast_to(every.price, (len(every.values["exposure_s"]), every.grid["iso"].size))
    assert sum(prices(plan.solution).values()) == pytest.approx(whole[place], abs=1e-6)


def test_stars_are_as_long_and_as_open_as_they_are_for_reasons() -> None:
    solution = planned("stars_over_foreground", DARK, BAG).solution
    time, aperture, iso, glass = why(solution)
    assert time.sides[1].price == Price("limit", "stars_pixel_drift")  # longer they trail
    assert time.sides[0].price == Price("gain", "iso")  # shorter ISO has to make up for it
    assert aperture.sides[1].position is None  # the lens opens no further
    assert aperture.sides[0].price == Price("gain", "iso")
    assert iso.sides[1].price == Price("gain", "iso")
    assert (
        why_text(aperture)
        == "f/1.4. Not f/1.6: ISO would stand at 4000. The lens opens no further."
    )
    assert [text.split(".")[0] for text in map(why_text, (time, glass))] == ["8 s", "No filter"]


def test_what_is_held_says_so() -> None:
    held = planned("cityscape", DARK, BAG).solution.demands.hold.locking("f_number", 5.657)
    asked = replace(planned("cityscape", DARK, BAG).solution.demands, hold=held)
    lines = {line.control: why_text(line) for line in why(choose(asked))}
    assert lines["f_number"] == "f/5.6, because you set it."


def test_other_ways_differ_in_what_they_give_up_and_keep_the_light() -> None:
    moonlit = {"lit_by": "metered", "metered_ev100": -4.0, "placement_stops": -1.5}
    plan = planned("cityscape", DARK, BAG, **moonlit)
    others = {other.code: other for other in otherwise(plan.solution)}
    assert {"quicker", "sharper_corners"} <= others.keys()
    assert len(others) <= 4
    settings = plan.solution.settings
    assert others["quicker"].solution.settings.exposure_s < settings.exposure_s
    assert others["sharper_corners"].solution.settings.f_number > settings.f_number
    assert otherwise_text(others["sharper_corners"]).startswith("Sharper corners: ")
    seen = {tuple(other.solution.positions.values()) for other in others.values()}
    assert len(seen) == len(others)
    noisy = planned("stars_over_foreground", DARK, BAG).solution
    averaged = next(other for other in otherwise(noisy) if other.code == "averaged")
    assert not any(other.code == "averaged" for other in otherwise(noisy, frames=4))
    # four frames halve the noise; three more of 8 s and the seconds are 24
    assert otherwise_text(averaged) == (
        "Cleaner still: 4 frames averaged, half the noise for 24 s more."
    )


def test_several_frames_say_what_they_give_and_what_more_would() -> None:
    # noise falls with the root of the frames, common practice; of 8 s each
    averaged = frames_reason(planned("stars_over_foreground", DARK, BAG, frames=4))
    assert averaged is not None
    assert reason_text(averaged) == (
        "4 frames: noise falls 2-fold for 24 s more. Not twice as many: for another 32 s it would "
        "fall by three tenths"
    )
    joined = frames_reason(planned("star_trails", DARK, BAG))
    assert joined is not None
    assert joined.code == "frames_joined"
    assert 2 ** float(joined.quantities["stops"]) == pytest.approx(joined.quantities["frames"])
    lamps = {"contrast_school": "bracket_blend", "lamps_stops": 6.0, "shadows_stops": 6.0}
    blended = frames_reason(planned("cityscape", DARK, BAG, **lamps))
    assert blended is not None
    assert reason_text(blended).startswith("3 frames, 4 stops from the darkest to the brightest")
    assert frames_reason(planned("cityscape", DARK, BAG)) is None


def test_a_way_out_says_what_follows() -> None:
    street = {"lit_by": "shopping_street", "rest_share": 0.0}
    [conflict] = conflicts(planned("camera_movement", DARK, kit(24, 4, 22), **street).solution)
    assert conflict_text(conflict) == (
        "1 stop too bright: “time for the movement” at 4 s stands in the way."
    )
    texts = [way_text(way) for way in conflict.ways]
    assert texts[0] == (
        "Add a filter of 1 stop: then 4 s, f/22, ISO 100, ND 2, landing ⅓ stop under mid-grey."
    )
    assert texts[-1] == "Accept it 1 stop brighter and mend it in the raw file."


# A light that falls three stops in an hour has fallen one in twenty minutes more, whenever asked.
@pytest.mark.parametrize("at_s", [0.0, 1200.0])
def test_another_hour_is_reckoned_from_when_it_is_asked(at_s: float) -> None:
    falling = Changes(tuple(60.0 * k for k in range(120)), tuple(8 - k / 20 for k in range(120)))
    lamp = replace(light(8 - at_s / 1200), changes=falling)
    held = Hold({"exposure_s": 1.0, "f_number": 8.0, "iso": 100.0}, follow=None)
    asked = replace(demands([lamp], kit().dials, hold=held), at_s=at_s)
    over_stops = lamp.ev100 - 6.0  # f/8 and 1 s at ISO 100 render EV 6
    [conflict] = conflicts(choose(asked))
    [hour] = [way for way in _ways(conflict) if way.code == "other_hour"]
    assert hour.quantities["after_s"] == pytest.approx(1200 * over_stops, abs=61)
    assert hour.landed_stops == pytest.approx(0, abs=0.1)
