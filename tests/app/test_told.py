"""The told plan: every decision of a shot as a word of a sentence that can be changed."""

from typing import Any

from fastapi.testclient import TestClient

from patient_owl.core.kinds import RECIPES
from tests.app import making


def _told(client: TestClient, shot: dict[str, Any]) -> dict[str, str]:
    plan = client.get(f"/api/v1/shots/{shot['id']}/plan").json()
    return {
        line["part"]: "".join(w["before"] + w["text"] + w["after"] for w in line["words"])
        for line in plan["told"]
    }


def _words(client: TestClient, shot: dict[str, Any]) -> dict[str, dict[str, Any]]:
    plan = client.get(f"/api/v1/shots/{shot['id']}/plan").json()
    return {w["key"]: w for line in plan["told"] for w in line["words"] if w["key"]}


def test_a_shot_reads_as_sentences(ida: TestClient) -> None:
    shot = making.shot(
        ida,
        discipline="moving_water",
        bearing_true_deg=80,
        tilt_deg=-8,
        focal_length_mm=35,
        inputs={"water": "cascade", "distance_m": 6, "between": "leaves"},
    )
    told = _told(ida, shot)
    assert told["frame"] == (
        "On Wed 9 December at 23:40 from Skarn Light, with the zoom at 35 mm on the 24 MP, "
        "facing 80°, 8° down, landscape, seeing 54° × 38°."
    )
    assert told["picture"].startswith("Moving water: looking the way you favour, with texture")
    assert "the water a cascade, 2.5 m/s, 6 m off" in told["picture"]
    assert "between it and the sky trees in leaf" in told["picture"]
    assert told["more"] == "Or add something that moves, something that stands there."


def test_a_word_is_bright_once_it_was_said_and_quiet_while_it_is_proposed(ida: TestClient) -> None:
    shot = making.shot(ida, discipline="moving_water", inputs={"distance_m": 6})
    words = _words(ida, shot)
    assert words["distance_m"]["is_set"]
    assert not words["water"]["is_set"]


def test_what_hangs_on_another_answer_is_told_with_it_and_not_before(ida: TestClient) -> None:
    asked = {"panorama_high_deg", "panorama_overlap_percent"}
    one = _words(ida, making.shot(ida, discipline="cityscape"))
    assert not asked & set(one)
    wide = making.shot(ida, discipline="cityscape", inputs={"panorama_wide_deg": 120})
    assert asked <= set(_words(ida, wide))


def test_every_question_that_is_asked_is_a_word_and_each_once(ida: TestClient) -> None:
    for recipe in RECIPES.values():
        shot = making.shot(ida, discipline=recipe.key)
        plan = ida.get(f"/api/v1/shots/{shot['id']}/plan").json()
        keys = [w["key"] for line in plan["told"] for w in line["words"] if w["key"]]
        asked = [spec.key for spec in recipe.inputs if spec.is_asked(plan["inputs"])]
        assert len(keys) == len(set(keys))
        assert set(asked) < set(keys)


def test_a_leaf_in_the_picture_is_not_a_tree_before_the_sky(ida: TestClient) -> None:
    water = making.shot(ida, discipline="moving_water", inputs={"moves": "leaves"})
    assert "moving in it leaves in a breeze" in _told(ida, water)["picture"]


def test_out_of_its_light_a_shot_is_told_the_nearest_moment_in_it(ida: TestClient) -> None:
    """Stars are planned from nautical dusk on; on 9 December at 43.3° N, 9.2° W it ends at 19:03 by
    the clock of Madrid (almanac, from memory)."""
    shot = making.shot(ida, at_utc="2026-12-09T15:00:00Z")
    plan = ida.get(f"/api/v1/shots/{shot['id']}/plan").json()
    assert not plan["works_now"]
    assert "2026-12-09T17:55" < plan["works_next_utc"] < "2026-12-09T18:12"
    later = making.shot(ida, at_utc="2026-12-09T22:00:00Z")
    assert ida.get(f"/api/v1/shots/{later['id']}/plan").json()["works_next_utc"] is None
