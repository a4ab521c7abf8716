"""Kit, its files, schools and the bench, through the API."""

import csv
import io
import json
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.app import making

BODY = {
    "kind": "body",
    "sensor_width_mm": 36,
    "sensor_height_mm": 24,
    "width_px": 6000,
    "height_px": 4000,
}
LENS = {
    "kind": "lens",
    "shortest_focal_length_mm": 24,
    "longest_focal_length_mm": 24,
    "widest_f_number": 1.8,
}
FILM = {"kind": "film_back", "frame_width_mm": 36, "frame_height_mm": 24}
ND_8 = {"name": "ND 8", "spec": {"kind": "filter", "marking": "factor", "value": 8}}


def uploaded(client: TestClient, content: str | bytes) -> Any:
    return client.post("/api/v1/kit/import", files={"file": ("kit", content)})


@pytest.mark.parametrize("form", ["json", "csv"])
def test_the_shelf_goes_through_a_file_and_back_unchanged(
    ida: TestClient, signed_in: Any, form: str
) -> None:
    shelf = [item for kind in ida.get("/api/v1/kit/kinds").json() for item in kind["shelf"]]
    assert len(shelf) > 15
    for item in shelf:
        making.made(ida, "/kit", item)
    text = ida.get(f"/api/v1/kit/export/{form}").text
    jonas = signed_in("Jonas")
    assert uploaded(jonas, text).json() == {"added": len(shelf), "skipped": []}
    mine, theirs = (
        [(i["name"], i["spec"]) for i in c.get("/api/v1/kit").json()] for c in (ida, jonas)
    )
    assert mine == theirs
    again = uploaded(jonas, text).json()
    assert again["added"] == 0
    assert len(again["skipped"]) == len(shelf)
    if form == "csv":
        assert len(list(csv.DictReader(io.StringIO(text)))) == len(shelf)


@pytest.mark.parametrize(
    ("spec", "field", "wanted"),
    [
        ({**BODY, "width_px": 10**9}, "width_px", "less than or equal to 40000"),
        ({**BODY, "lowest_iso": 7}, "lowest_iso", "greater than or equal to 12"),
        ({**BODY, "sensor_width_mm": "NaN"}, "sensor_width_mm", "a finite number"),
        ({**BODY, "width_px": 9000}, "height_px", "photosites are square"),
        ({**BODY, "full_well_e": 50_000}, "read_pre_e", "in full or not"),
        ({**BODY, "colour": "red"}, "colour", "not permitted"),
        ({**LENS, "widest_f_number": 0}, "widest_f_number", "greater than or equal to 0.8"),
        ({**LENS, "narrowest_f_number": 1.4}, "narrowest_f_number", "at or above f/1.8"),
        ({"kind": "filter", "marking": "factor", "value": 0.5}, "value", "factor of 1"),
        ({**FILM, "iso": 390}, "iso", "one of"),
        ({**FILM, "reciprocity_table_s": [[1, 2], [10, 5]]}, "table", "both times rising"),
        ({"kind": "torch", "value": 0}, "value", "greater than 0"),
        ({"kind": "torch", "beam_deg": 400}, "beam_deg", "less than or equal to 360"),
        ({"kind": "flash"}, "guide_number_m", "Field required"),
    ],
)
def test_kit_that_cannot_be_is_refused_beside_its_field(
    ida: TestClient, spec: dict[str, Any], field: str, wanted: str
) -> None:
    answer = ida.post("/api/v1/kit", json={"name": "odd", "spec": spec})
    assert answer.status_code == 422
    fault = answer.json()["errors"][0]
    assert field in fault["name"]
    assert wanted in fault["wanted"]
    assert ida.get("/api/v1/kit").json() == []


@pytest.mark.parametrize(
    ("content", "words"),
    [
        ("{", "well-formed JSON"),
        (b"\xff\xfe\x00", "UTF-8"),
        ('{"format": "patient-owl-kit", "version": 2, "items": []}', "version: wanted 1, got 2"),
        ('{"format": "shoebox"}', "wanted patient-owl-kit"),
        ('{"format": "patient-owl-kit", "version": 1, "items": NaN}', "NaN is no number"),
        ("colour,size\r\nred,3\r\n", "columns name and kind"),
        ("name,kind,iso\r\nstock,film_back,390\r\n", "item 1 (stock)"),
        ("x" * 1_100_000, "at most 1 MB"),
    ],
)
def test_a_kit_file_that_cannot_be_used_adds_nothing(
    ida: TestClient, content: str | bytes, words: str
) -> None:
    answer = uploaded(ida, content)
    assert answer.status_code == 422
    assert words in answer.json()["detail"]
    assert ida.get("/api/v1/kit").json() == []


# A torch, a panel and a flash as they were written before there were kinds of lights.
def test_a_file_of_before_is_still_read(ida: TestClient) -> None:
    old = [
        ("torch", {"kind": "light", "lumens": 100, "beam_deg": 20}),
        ("panel", {"kind": "light", "lumens": 1000, "beam_deg": 120}),
        ("flash", {"kind": "light", "guide_number_m": 40, "lumens": None}),
    ]
    items = [{"name": name, "spec": spec} for name, spec in old]
    file = {"format": "patient-owl-kit", "version": 1, "items": items}
    assert uploaded(ida, json.dumps(file)).json()["added"] == 3
    kept = {i["name"]: (i["spec"]["kind"], i["summary"]) for i in ida.get("/api/v1/kit").json()}
    assert {name: kind for name, (kind, _) in kept.items()} == {n: n for n, _ in old}
    # 100 lm over 20° are 1048 cd (by the solid angle of a cone, 2π·(1 − cos θ/2))
    assert kept["torch"][1].startswith("1048 cd in a beam of 20°")


def test_one_bad_thing_refuses_the_whole_file(ida: TestClient) -> None:
    good, bad = {"name": "good", "spec": LENS}, {"name": "bad", "spec": {**LENS, "blades": 1}}
    file = {"format": "patient-owl-kit", "version": 1, "items": [good, bad]}
    assert "item 2 (bad)" in uploaded(ida, json.dumps(file)).json()["detail"]
    assert ida.get("/api/v1/kit").json() == []


def test_the_published_schema_describes_the_export(ida: TestClient) -> None:
    schema = ida.get("/api/v1/kit/schema.json").json()
    making.made(ida, "/kit", {"name": "24 mm", "spec": LENS})
    exported = json.loads(ida.get("/api/v1/kit/export/json").text)
    assert set(exported) == set(schema["properties"])


def bench(client: TestClient, **asked: Any) -> Any:
    answer = client.post("/api/v1/bench", json=asked)
    assert answer.status_code == 200, answer.text
    return answer.json()


def test_the_bench_works_with_an_empty_bag(ida: TestClient) -> None:
    # common practice: 1 s at ISO 1600 becomes 16 s at ISO 100; EV at f/8 ISO 100 16 s is 2
    answer = bench(ida, ev100=2, choice={"held": {"f_number": 8.0}, "follow": "exposure_s"})
    assert answer["settings"] == "15 s, f/8, ISO 100"
    assert [rail["control"] for rail in answer["rails"]] == ["exposure_s", "f_number", "iso"]
    assert answer["conflicts"] == []


def test_the_bench_takes_filters_from_the_bag_or_asks_for_them(ida: TestClient) -> None:
    making.made(ida, "/kit", ND_8)
    answer = bench(ida, ev100=12, performance_s=20)
    assert "filter" in {rail["title"].lower() for rail in answer["rails"]}
    [conflict] = answer["conflicts"]
    assert "performer needs this" in conflict["text"]
    assert conflict["ways"][0].startswith("Add a filter of")
    # with as much glass as is missing, the same wish is met
    making.made(ida, "/kit", {"name": "ND 1000", "spec": {"kind": "filter", "value": 10}})
    assert bench(ida, ev100=12, performance_s=20)["conflicts"] == []


@pytest.mark.parametrize(
    ("asked", "words"),
    [
        ({"near_m": 1}, "focus_m"),
        ({"speed_m_s": 1}, "distance_m"),
        ({"touch": {"control": "exposure_s", "value": 0}}, "1e-05 to 1e+06 for exposure_s"),
        ({"touch": {"control": "f_number", "value": 0}}, "0.5 to 512 for f_number"),
        ({"ev100": "NaN"}, "ev100"),
        ({"focus_m": 0.01}, "focal length"),
    ],
)
def test_the_bench_refuses_the_impossible_in_words(
    ida: TestClient, asked: dict[str, Any], words: str
) -> None:
    answer = ida.post("/api/v1/bench", json=asked)
    assert answer.status_code == 422
    assert words in answer.json()["detail"]


def test_film_is_planned_with_its_reciprocity(ida: TestClient) -> None:
    stock = {**FILM, "iso": 400, "reciprocity_exponent": 1.31}
    item = making.made(ida, "/kit", {"name": "stock", "spec": stock})
    held = {"held": {"f_number": 8.0}, "follow": "exposure_s"}
    answer = bench(ida, ev100=-1, body_id=item["id"], choice=held)
    # metered 32 s becomes 32^1.31 = 94 s; the nearest bulb rung is 95 s
    assert answer["settings"] == "1 min 30 s, f/8, ISO 400"
    assert "loses 1⅔ stops to reciprocity" in answer["sentence"]


def test_a_school_picked_once_is_where_new_shots_start_and_a_shot_may_differ(
    ida: TestClient,
) -> None:
    shot = making.shot(ida)
    plan = f"/api/v1/shots/{shot['id']}/plan"
    assert ida.get(plan).json()["inputs"]["star_school"] == "pixel_drift"
    path, sides = "/api/v1/schools", {"schools": {"star_school": "rule_of_500"}}
    assert ida.put(path, json=sides).status_code == 428
    read = {"If-Match": ida.get(path).headers["etag"]}
    answer = ida.put(path, json=sides, headers=read)
    assert ida.put(path, json=sides, headers=read).status_code == 412
    picked = {s["key"]: s["picked"] for s in answer.json()["schools"]}
    assert picked["star_school"] == "rule_of_500"
    assert ida.get(plan).json()["inputs"]["star_school"] == "rule_of_500"
    own = {**{k: v for k, v in shot.items() if k not in {"id", "night_id", "version"}}}
    own["inputs"] = {"star_school": "pixel_drift"}
    body = {"night_id": shot["night_id"], "shot": own}
    assert ida.post("/api/v1/plans", json=body).json()["inputs"]["star_school"] == "pixel_drift"
    sides = {"schools": {"star_school": "astrology"}}
    refused = ida.put(path, json=sides, headers={"If-Match": "*"})
    assert "one of pixel_drift" in refused.json()["detail"]
