"""The bundle that goes along: what it says without signal is what the server would say."""

import math
from datetime import datetime
from typing import Any

import pytest
from fastapi.testclient import TestClient
from uuid6 import uuid7

from patient_owl.platform.accounts import visit
from tests.app import making

WORDS = ["black", "dark", "darkish", "right", "brightish", "bright", "blown"]


def bundle_of(client: TestClient, shot: dict[str, Any]) -> Any:
    answer = client.get(f"/api/v1/shots/{shot['id']}/field")
    assert answer.status_code == 200, answer.text
    return answer.json()


def send(client: TestClient, shot: dict[str, Any], at: str, **over: Any) -> Any:
    body = making.take_body(shot["id"], started_at_utc=at, **over)
    answer = client.put(f"/api/v1/takes/{uuid7()}", json=body)
    assert answer.status_code == 201, answer.text
    return answer.json()


def test_a_shot_anew_is_the_one_in_the_nights_bundle(ida: TestClient) -> None:
    night = making.night(ida)
    kinds = ["stars_over_foreground", "cityscape", "fireworks"]
    made = [making.shot(ida, night["id"], discipline=kind, title=kind) for kind in kinds]
    bundle = ida.get(f"/api/v1/nights/{night['id']}/field").json()
    assert bundle["shots"] == [bundle_of(ida, shot) for shot in made]
    assert [v["key"] for v in bundle["verdicts"]] == WORDS
    assert bundle["time_zone"] == "Europe/Madrid"


def course_of(found: dict[str, Any], place: int) -> dict[str, Any]:
    course: dict[str, Any] = found["programs"][found["settings"][place]["program"]]
    return course


def seen_as(setting: making.Json, about: str, word: str) -> str:
    """What a bundle calls a word said of a light, or of all that a frame shows."""
    lights = [key for key in setting["asked"] if key != "whole"] or ["whole"]
    return ",".join(f"{key}={word}" for key in (lights if about == "whole" else [about]))


# With several lights each is judged by its name, offline as well.
@pytest.mark.parametrize(
    ("discipline", "parts"),
    [
        ("stars_over_foreground", ["whole", "whole"]),
        ("fireworks", ["bursts", "whole"]),
        ("dim_interior", ["whole", "whole"]),
        ("light_writing", ["rest", "whole"]),
        ("light_painting", ["torch_1", "whole"]),
    ],
)
def test_words_said_without_signal_lead_where_the_server_leads_once_it_has_them(
    ida: TestClient, discipline: str, parts: list[str]
) -> None:
    shot = making.shot(ida, discipline=discipline)
    found = bundle_of(ida, shot)
    now, answers = found["settings"][found["setting"]], found["answers"]
    assert {seen_as(now, about, word) for about in now["asked"] for word in WORDS} <= {*answers}
    for minute, (part, word) in enumerate(zip(parts, ["bright", "darkish"], strict=True)):
        step = answers[seen_as(now, part, word)]
        ahead = found["settings"][step["setting"]]
        at = f"2026-12-09T22:4{minute}:00Z"
        told = {"levers": now["levers"], "verdicts": {part: word}}
        advice = send(ida, shot, at, **now["values"], **told)["advice"]
        assert advice["values"] == ahead["values"]
        assert advice["given"] == ahead["given"]
        assert advice["reasons"][0] == step["reasons"][0]
        now, answers = ahead, step["after"]
    # and the bundle fetched then goes on from there
    after = bundle_of(ida, shot)
    assert after["takes"] == 2
    assert after["settings"][after["setting"]]["values"] == now["values"]


# Evidence about the frame that was made, and no wish for a shorter one.
@pytest.mark.parametrize("discipline", ["vehicle_trails", "dim_interior", "fireworks"])
def test_a_frame_closed_early_leads_where_the_server_leads_once_it_has_it(
    ida: TestClient, discipline: str
) -> None:
    shot = making.shot(ida, discipline=discipline)
    found = bundle_of(ida, shot)
    now = found["settings"][found["setting"]]
    set_s = now["values"]["exposure_s"]
    share = 0.32
    early = next(early for early in found["early"] if early["least_share"] <= share)
    for word in ("dark", "right", "bright"):
        step = early["answers"][seen_as(now, "whole", word)]
        ahead = found["settings"][step["setting"]]
        told = {
            **now["values"],
            "exposure_s": share * set_s,
            "set_exposure_s": set_s,
            "levers": now["levers"],
            "verdicts": {"whole": word},
        }
        answer = send(ida, shot, "2026-12-09T22:41:00Z", **told)
        advice = answer["advice"]
        assert advice["values"] == ahead["values"]
        assert set(step["reasons"]) <= set(advice["reasons"])
        if word == "dark" and discipline == "vehicle_trails":
            assert advice["values"]["exposure_s"] > 0.6 * set_s
        ida.delete(f"/api/v1/takes/{answer['links'][0]['take']['id']}")


def test_every_setting_is_kept_once_and_every_answer_points_at_one(ida: TestClient) -> None:
    found = bundle_of(ida, making.shot(ida))
    values = [tuple(setting["values"].values()) for setting in found["settings"]]
    assert len(set(values)) == len(values)

    def places(answers: dict[str, Any]) -> list[int]:
        return [
            place
            for answer in answers.values()
            for place in (answer["setting"], *places(answer["after"]))
        ]

    used = {found["setting"], *places(found["answers"])}
    used |= {place for early in found["early"] for place in places(early["answers"])}
    used |= {other["setting"] for other in (*found["others"], *found["bracket"])}
    used |= {*found["same_light"]}
    used |= {plan["setting"] for one in found["measured"] for plan in one["plans"]}
    assert used == set(range(len(values)))


def test_others_and_bracket_are_as_many_stops_away_as_they_say(ida: TestClient) -> None:
    found = bundle_of(ida, making.shot(ida, discipline="cityscape"))

    def light(place: int) -> float:
        """What arrives on the sensor and what is made of it: t·S/N²/2^nd."""
        v = found["settings"][place]["values"]
        product: float = v["exposure_s"] * v["iso"] / v["f_number"] ** 2 / 2 ** v["nd_stops"]
        return product

    here = light(found["setting"])
    stops = {"−2": -2, "−1": -1, "+1": 1, "+2": 2}
    assert found["others"]
    for other in found["others"]:
        # dials go by thirds of a stop, long bulb times by whole seconds
        assert light(other["setting"]) / here == pytest.approx(
            2.0 ** stops[other["stops"]], rel=0.1
        )
    centre = found["bracket"][0]
    assert (centre["stops"], centre["setting"]) == ("±0", found["setting"])
    # and around any other time of the dial: as many stops longer, until it ends
    [times] = [dial for dial in found["dials"] if dial["control"] == found["bracket_control"]]
    assert times["stride"] == 3
    place = [step["value"] for step in times["steps"]].index(4.0)
    for frame in found["bracket"]:
        offset = float(frame["stops"].replace("−", "-").replace("±", ""))
        assert frame["values"][place] == pytest.approx(4 * 2**offset, rel=0.1)


def test_the_course_a_phone_runs_is_the_plans_own(ida: TestClient) -> None:
    inputs = {"trail_school": "stack", "total_min": 30, "frame_s": 60}
    shot = making.shot(ida, discipline="star_trails", inputs=inputs)
    found = bundle_of(ida, shot)
    plan = ida.get(f"/api/v1/shots/{shot['id']}/plan").json()
    course = course_of(found, found["setting"])
    assert course == plan["program"]
    [phase] = course["phases"]
    whole_s = phase["lead_in_s"] + phase["repeats"] * (phase["exposure_s"] + phase["gap_s"])
    assert whole_s - phase["gap_s"] == pytest.approx(plan["report"]["clock_s"])
    assert whole_s == pytest.approx(30 * 60, abs=61)


def test_steps_and_cautions_go_along_and_a_hazard_of_the_place(ida: TestClient) -> None:
    place = making.place(ida, hazards="The slip is wet at high water.")
    night = making.night(ida, place["id"])
    shot = making.shot(ida, night["id"], discipline="fireworks")
    bundle = ida.get(f"/api/v1/nights/{night['id']}/field").json()
    assert bundle["hazards"] == "The slip is wet at high water."
    plan = ida.get(f"/api/v1/shots/{shot['id']}/plan").json()
    assert bundle["shots"][0]["steps"] == plan["steps"]
    assert bundle["shots"][0]["cautions"] == plan["cautions"]


def test_a_night_of_somebody_else_is_no_night(ida: TestClient, signed_in: Any) -> None:
    shot = making.shot(ida)
    other = signed_in("Ove")
    assert other.get(f"/api/v1/shots/{shot['id']}/field").status_code == 404
    assert other.get(f"/api/v1/nights/{shot['night_id']}/field").status_code == 404


# A bundle ten minutes late in dusk was two and a half stops off, untold: it carries what the
# setting becomes by the minute, each with the answers to the words over it.
def test_in_dusk_a_bundle_carries_its_settings_by_the_minute(
    ida: TestClient,
) -> None:
    inputs = {"lit_by": "natural", "between": "open"}
    dusk = {"at_utc": "2026-12-09T17:40:00Z", "discipline": "cityscape", "inputs": inputs}
    shot = making.shot(ida, **dusk)
    found = bundle_of(ida, shot)
    later = found["later"]
    assert len(later) > 10
    assert [step["from_utc"] for step in later] == sorted(step["from_utc"] for step in later)
    assert later[0]["from_utc"] < shot["at_utc"] < later[-1]["from_utc"]
    settings = [found["settings"][step["setting"]]["text"] for step in later]
    assert len(set(settings)) > 8
    assert "darker than planned" in later[-1]["text"]
    assert {f"whole={word}" for word in WORDS} <= {*later[-1]["answers"]}
    [own] = [step for step in later if step["answers"] is None]
    assert own["setting"] == found["setting"]
    night = making.shot(ida, discipline="cityscape", inputs={"lit_by": "night_traffic"})
    assert bundle_of(ida, night)["later"] == []


def set_at(found: making.Json, at: str) -> making.Json:
    """What a phone sets by a bundle at a minute, before anything is said over it."""
    passed = [step for step in found["later"] if step["from_utc"] <= at]
    place = passed[-1]["setting"] if passed else found["setting"]
    values: making.Json = found["settings"][place]["values"]
    return values


def led_to(found: making.Json, at: str, seen: str, then: str) -> making.Json | None:
    """What a phone sets at a minute after something was seen in a frame begun at another; None
    where that was not worked out."""
    later = found["later"]
    place = sum(step["from_utc"] <= at for step in later) - 1
    answers = later[place]["answers"] or found["answers"]
    moved = max(0, sum(step["moved_utc"] <= then for step in later) - 1 - place)
    settings = [answers[seen]["setting"], *answers[seen]["later"]]
    if moved >= len(settings):
        return None
    values: making.Json = found["settings"][settings[moved]]["values"]
    return values


def test_a_phone_without_signal_sets_in_dusk_what_it_sets_with_it(
    ida: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    def it_is(at: str) -> None:
        monkeypatch.setattr(visit, "now_utc", lambda: datetime.fromisoformat(at))

    inputs = {"lit_by": "natural", "between": "open"}
    dusk = {"at_utc": "2026-12-09T17:40:00Z", "discipline": "cityscape", "inputs": inputs}
    compared = 0
    for made, word in (("17:20", "dark"), ("17:41", "right"), ("17:52", "brightish")):
        shot = making.shot(ida, **dusk)
        it_is("2026-12-09T17:00:00+00:00")
        found = bundle_of(ida, shot)
        at = f"2026-12-09T{made}:00Z"
        send(ida, shot, at, verdicts={"whole": word}, **set_at(found, at))
        for minute in range(8):
            then = f"{at[:14]}{int(at[14:16]) + minute}:30Z"
            it_is(then.replace("Z", "+00:00"))
            offline = led_to(found, at, f"whole={word}", then)
            if offline is not None:
                assert set_at(bundle_of(ida, shot), then) == offline, (made, word, then)
                compared += 1
    assert compared > 10


def test_a_series_carries_when_each_frame_is_due_and_its_setting_for_then(ida: TestClient) -> None:
    remote = {"name": "timer remote", "spec": {"kind": "remote", "release": "timer"}}
    making.made(ida, "/kit", remote)  # without one a camera stops at 30 s
    every = {"series_every_min": 10, "series_lasts_min": 120}
    inputs = {"lit_by": "natural", "between": "open", **every}
    dusk = {"at_utc": "2026-12-09T17:40:00Z", "discipline": "cityscape", "inputs": inputs}
    found = bundle_of(ida, making.shot(ida, **dusk))
    assert len(found["series"]) == 13
    assert found["series"][0]["at_utc"] == "2026-12-09T17:40:00Z"
    # what is set for the last frame lasts until it is due, and leaves the camera free for it
    assert found["later"][-1]["from_utc"] <= found["series"][-1]["at_utc"]
    times = [found["settings"][step["setting"]]["values"]["exposure_s"] for step in found["later"]]
    assert times == sorted(times)
    assert 120 < times[-1] < 600


# Common practice: a test frame is evidence, not a goal. Judged right, the answer is the real
# setting in one tap, without signal too.
def test_a_long_shot_offers_a_quick_frame_first_that_leads_to_the_real_setting(
    ida: TestClient,
) -> None:
    shot = making.shot(ida, discipline="star_trails", inputs={"trail_school": "stack"})
    found = bundle_of(ida, shot)
    planned = found["settings"][found["setting"]]
    quick = found["settings"][found["test"]["setting"]]
    assert quick["values"]["exposure_s"] <= 16 < planned["values"]["exposure_s"]
    frames = [course_of(found, at)["frames"] for at in (found["test"]["setting"], found["setting"])]
    assert frames[0] == 1 < frames[1]
    right = found["test"]["answers"]["whole=right"]
    assert found["settings"][right["setting"]] == planned
    send(ida, shot, "2026-12-09T22:41:00Z", verdicts={"whole": "right"}, **quick["values"])
    assert bundle_of(ida, shot)["test"] is None
    assert bundle_of(ida, making.shot(ida, discipline="cityscape"))["test"] is None


# What the phone says without signal of a bracket, or of a setting somebody chose.
@pytest.mark.parametrize("discipline", ["cityscape", "star_trails", "light_painting", "lightning"])
def test_over_whatever_setting_right_is_final_but_for_a_test_frame(
    ida: TestClient, discipline: str
) -> None:
    shot = making.shot(ida, discipline=discipline)
    found = bundle_of(ida, shot)
    night = ida.get(f"/api/v1/nights/{shot['night_id']}/field").json()
    settings = [found["settings"][frame["setting"]] for frame in found["bracket"]]
    settings += [found["settings"][other["setting"]] for other in found["others"]]
    for setting in settings:
        told = {"levers": setting["levers"], "verdicts": {"whole": "right"}}
        answer = send(ida, shot, "2026-12-09T22:41:00Z", **setting["values"], **told)
        advice = answer["advice"]
        stays = advice["values"] == setting["values"] and advice["is_settled"]
        assert stays == setting["stays_when_right"], (setting["text"], setting["levers"], advice)
        if stays:
            assert night["right_text"] in advice["reasons"]
        ida.delete(f"/api/v1/takes/{answer['links'][0]['take']['id']}")


# A crossing of 3.65 s needs a frame as long: common practice.
def test_a_reading_acts_in_the_field_as_the_server_does_once_it_has_it(ida: TestClient) -> None:
    shot = making.shot(ida, discipline="vehicle_trails")
    found = bundle_of(ida, shot)
    (crossing,) = [one for one in found["measured"] if one["key"] == "counted_s"]
    before = found["settings"][found["setting"]]["values"]
    reading = {
        "place_id": ida.get(f"/api/v1/nights/{shot['night_id']}").json()["place_id"],
        "night_id": shot["night_id"],
        "shot_id": shot["id"],
        "instrument": "crossing",
        "made_at_utc": "2026-12-09T22:30:00Z",
        "puts": ["counted_s"],
    }
    seen = set()
    for value in (3.65, 1.2, 11.0):
        plan = [plan for plan in crossing["plans"] if plan["from_value"] <= value][-1]
        ahead = found["settings"][plan["setting"]]["values"]
        figures = {"counted_s": {"value": value, "sd": 0.1}}
        path = f"/api/v1/readings/{uuid7()}"
        assert ida.put(path, json={**reading, "figures": figures}).status_code == 201
        now = bundle_of(ida, shot)
        values = now["settings"][now["setting"]]["values"]
        for control, stops in (("exposure_s", 1), ("iso", 1), ("f_number", 2)):
            # worked out by thirds, half a third off at most, and each dial stands in thirds
            off = stops * abs(math.log2(values[control] / ahead[control]))
            assert off <= 1 / 3 + 1e-6, (value, values, ahead)
        assert values["exposure_s"] >= value * 0.89
        seen.add(values["exposure_s"])
    assert len(seen | {before["exposure_s"]}) >= 3
    # one that is only kept changes nothing
    kept = {**reading, "puts": [], "figures": {"counted_s": {"value": 2.0, "sd": 0.1}}}
    ida.put(f"/api/v1/readings/{uuid7()}", json=kept).raise_for_status()
    again = bundle_of(ida, shot)
    assert again["settings"][again["setting"]] == now["settings"][now["setting"]]
