"""Panels that burn low, and a flash at the end of a movement."""

import math
from dataclasses import replace

import pytest

from patient_owl.core.judge.ways import conflicts
from patient_owl.core.light.brought import Brought
from patient_owl.core.light.colour import Hue, looks_darker_stops, opposite_of
from patient_owl.core.light.lamp import Beam, Flash, Panel, Torch
from patient_owl.core.plan.types import Scene
from patient_owl.core.shot.plan import recipe_for
from patient_owl.core.tables.air import AirKey
from tests.core.standing import DARK, kit, planned, quantities

ROOM = Scene(43.3, -11.0, 0.8, -9.0, 0.8, sun_altitude_deg=-40)


# Common practice: the ambient about a stop under, to leave room.
def test_panels_are_lit_beside_an_ambient_a_stop_under() -> None:
    plan = planned("steady_lights", ROOM, lit_by="home_interior")
    assert plan.solution.landings[0].landed_stops == pytest.approx(-1, abs=0.2)
    assert [light.kind for light in recipe_for("steady_lights").bringing(())] == ["panel"]


# In a room without a lamp nothing else is there to be exposed for; common practice: a shuttered
# store lies thirteen stops under the sky.
def test_where_it_is_black_the_first_panel_leads_and_the_sentence_begins_with_it() -> None:
    black = Scene(43.3, -14.0, 0.8, -14.0, 0.8, sun_altitude_deg=-40)
    plan = planned("steady_lights", black)
    assert plan.parts[0].source == "panel"
    assert [reason.code for reason in (plan.lead, *plan.reasons)][:2] == [
        "panel_leads",
        "rest_black",
    ]


# Smoke of which one sees through 30 m shows a panel's light a hundred times as well as haze.
def test_air_before_a_panel_shows_by_how_thick_it_is() -> None:
    def shows(haze: str) -> float | None:
        flood = Brought("panel_1", Panel(1e6), 10.0, placement_stops=2.0)
        plan = planned("steady_lights", ROOM, brought=[flood], lit_by="home_interior", haze=haze)
        found = [fact for fact in plan.facts if fact.code == "haze_shows"]
        return float(found[0].quantities["air_stops"]) if found else None

    assert shows("clear_air") is None
    smoke, fog = shows("smoky"), shows("foggy")
    assert smoke is not None
    assert fog is not None
    assert smoke - fog == pytest.approx(math.log2(200 / 30), abs=0.01)


def panels(*hues: Hue, kelvin: tuple[float, float] = (5600, 5600)) -> list[Brought]:
    return [
        Brought(f"panel_{k}", Panel(1000.0, colour_temperature_k=white), 4.0, hue=hue)
        for k, (hue, white) in enumerate(zip(hues, kelvin, strict=True), 1)
    ]


# On the circle of hues [iec61966]: amber stands across from azure, beside red and yellow.
@pytest.mark.parametrize(
    ("second", "school", "says"),
    [
        ("azure", "neighbouring", ["hues_opposite"]),
        ("red", "opposite", ["hues_neighbouring"]),
        ("green", "opposite", ["hues_between", "hue_opposite"]),
        ("own_white", "neighbouring", ["hue_neighbouring"]),
    ],
)
def test_two_colours_are_opposite_or_neighbours_or_told_what_would_be(
    second: Hue, school: str, says: list[str]
) -> None:
    brought = panels("amber", second)
    plan = planned("steady_lights", ROOM, brought=brought, colour_school=school)
    assert [fact.code for fact in plan.facts if fact.code.startswith("hue")][: len(says)] == says
    for fact in plan.facts:
        if fact.code in ("hue_opposite", "hue_neighbouring"):
            told = [fact.quantities[key] for key in ("opposite", "beside", "besides")]
            assert told == ["azure", "yellow", "red"]


# A million over kelvin: 3200 K against 5600 K are 134 mired, what a full conversion gel takes (CP).
def test_two_whites_are_told_apart_in_mired() -> None:
    brought = panels("own_white", "own_white", kelvin=(5600, 3200))
    plan = planned("steady_lights", ROOM, brought=brought)
    assert quantities(plan, "white_warmer")["apart_mired"] == pytest.approx(134, abs=0.5)
    same = planned("steady_lights", ROOM, brought=panels("own_white", "own_white"))
    assert not any(fact.code.startswith("white") for fact in same.facts)


# Opposite pure colours mix to white, so what is left of the one's luminance is the other's.
@pytest.mark.parametrize("hue", ["red", "green", "blue"])
def test_a_pure_colour_and_its_opposite_have_the_luminance_of_white(hue: str) -> None:
    both = sum(2 ** -looks_darker_stops(one) for one in (hue, opposite_of(hue)))
    assert both == pytest.approx(1, abs=1e-3)


# Scattered light falls as one over the distance along a beam [derived_beam]: what is held longer or
# opened wider makes up for it, and a mist gives more than haze by its visibility.
def test_a_beam_is_exposed_for_what_the_air_throws_aside() -> None:
    def stops(distance_m: float, air: AirKey = "hazy") -> float:
        beam = Brought("beam_1", Beam(Torch(1048.0, 20.0), air), distance_m, value=4.0)
        return float(planned("beam_in_haze", DARK, brought=[beam]).solution.landings[0].part.ev100)

    plan = planned("beam_in_haze", DARK)
    beam = plan.solution.landings[0]
    assert beam.landed_stops == pytest.approx(beam.part.placement_stops, abs=0.2)
    assert stops(1.0) - stops(4.0) == pytest.approx(2, abs=0.05)
    assert stops(1.0, "misty") - stops(1.0) == pytest.approx(math.log2(4000 / 1200), abs=0.01)


# N·d/√(S/100) is the guide number [ray2002-flash]: what the plan sets must give it back.
def test_aperture_iso_and_power_give_back_the_guide_number() -> None:
    flash = Brought("flash_1", Flash(36.0), 4.6)
    plan = planned("flash_portrait", DARK, brought=[flash])
    settings, power = plan.solution.settings, plan.solution.landings[0].levers["power"]
    guide = settings.f_number * 4.6 / math.sqrt(settings.iso / 100) / math.sqrt(power)
    assert guide == pytest.approx(36, rel=0.08)  # a sixth of a stop: no dial comes nearer


# Common practice: a frame without light must be black, under −4; solid under about −3.
def test_what_is_behind_is_black_or_said_to_shine_through() -> None:
    dark = planned("flash_portrait", DARK)
    assert {"rest_is_out", "figure_solid"} <= {fact.code for fact in dark.facts}
    lit = planned("flash_portrait", DARK, lit_by="shopping_street")
    assert {"rest_not_out", "figure_seen_through"} <= {fact.code for fact in lit.facts}
    assert any(conflict.part == "rest" for conflict in conflicts(lit.solution))


def test_the_count_ends_the_movement_where_the_flash_is() -> None:
    plan = planned("flash_portrait", DARK, movement_s=2.0)
    go, hold = plan.program.cues
    assert (go.code, hold.code) == ("move", "on_the_mark")
    assert hold.at_s - go.at_s == pytest.approx(2.0, abs=0.01)
    assert hold.at_s == pytest.approx(plan.solution.settings.exposure_s)
    # the light of the flash stands where the movement ends, not at the second of its first guess
    exposure_s = plan.solution.settings.exposure_s
    assert plan.program.span_of("flash_1") == (exposure_s, exposure_s)
    by_hand = planned("flash_portrait", DARK, fired="fired_by_hand")
    assert [cue.code for cue in by_hand.program.cues] == ["move", "on_the_mark", "flash"]
    at_five = replace(recipe_for("flash_portrait").brings[0], at_s=5.0)
    later = planned("flash_portrait", DARK, brought=[at_five], fired="fired_by_hand")
    assert later.program.span_of("flash_1") == (5.0, 5.0)
    assert later.solution.settings.exposure_s >= 5.0


PERFORMED = ["light_painting", "light_writing", "spun_light", "beam_in_haze", "flash_portrait"]


@pytest.mark.parametrize("key", PERFORMED)
def test_a_performed_light_is_what_the_picture_is_exposed_for(key: str) -> None:
    plan = planned(key, DARK, kit(35))
    assert plan.parts[0].is_brought
    assert plan.parts[1].key == "rest"
    assert plan.cautions
