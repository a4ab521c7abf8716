"""What a shot is taken with, where nobody says and where something else is put on."""

from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.app import making

AT = "2026-12-09T22:40:00Z"


def lens(client: TestClient, name: str, shortest_mm: float, longest_mm: float) -> str:
    reach = {"shortest_focal_length_mm": shortest_mm, "longest_focal_length_mm": longest_mm}
    spec = {"kind": "lens", "widest_f_number": 2.8, **reach}
    return str(making.made(client, "/kit", {"name": name, "spec": spec})["id"])


def plan(
    client: TestClient, shot: dict[str, Any], other: dict[str, Any], *, is_new_lens: bool = False
) -> Any:
    own = {k: v for k, v in shot.items() if k not in {"id", "night_id", "version"}}
    body = {"night_id": shot["night_id"], "shot": {**own, **other}, "is_new_lens": is_new_lens}
    return client.post("/api/v1/plans", json=body)


def test_a_new_shot_takes_the_first_camera_and_lens_of_the_bag_at_its_shortest(
    ida: TestClient,
) -> None:
    body_id, lens_id = making.body_and_lens(ida)
    lens(ida, "long", 200, 200)
    night = making.night(ida)
    shot = making.made(ida, f"/nights/{night['id']}/shots", {"at_utc": AT})
    assert (shot["body_id"], shot["lens_id"], shot["focal_length_mm"]) == (body_id, lens_id, 24)
    assert shot["title"] == "Stars as points over a foreground"
    assert ida.get(f"/api/v1/shots/{shot['id']}/plan").status_code == 200


def test_a_film_back_is_a_camera_too(ida: TestClient) -> None:
    shelf = ida.get("/api/v1/kit/kinds").json()
    back = next(kind for kind in shelf if kind["kind"] == "film_back")["shelf"][0]
    back_id = making.made(ida, "/kit", back)["id"]
    lens(ida, "fifty", 50, 50)
    night = making.night(ida)
    shot = making.made(ida, f"/nights/{night['id']}/shots", {"at_utc": AT})
    assert (shot["body_id"], shot["focal_length_mm"]) == (back_id, 50)


@pytest.mark.parametrize(("has_body", "wanted"), [(False, "a camera"), (True, "a lens")])
def test_an_empty_bag_is_said_in_words(ida: TestClient, has_body: bool, wanted: str) -> None:
    if has_body:
        _, lens_id = making.body_and_lens(ida)
        ida.delete(f"/api/v1/kit/{lens_id}")
    night = making.night(ida)
    answer = ida.post(f"/api/v1/nights/{night['id']}/shots", json={"at_utc": AT})
    assert answer.status_code == 422
    assert f"{wanted}, put into the kit first" in answer.json()["detail"]


@pytest.mark.parametrize(
    ("reach_mm", "then_mm"), [((50, 50), 50), ((16, 35), 24), ((10, 20), 20), ((70, 200), 70)]
)
def test_another_lens_goes_to_the_focal_length_nearest_to_the_shots(
    ida: TestClient, reach_mm: tuple[float, float], then_mm: float
) -> None:
    shot = making.shot(ida)  # at 24 mm
    other = lens(ida, "other", *reach_mm)
    answer = plan(ida, shot, {"lens_id": other}, is_new_lens=True).json()
    assert answer["focal_length_mm"] == then_mm
    # 36 mm behind f: 2·atan(18/f), as the plan's own frame says
    kept = {"lens_id": other, "focal_length_mm": then_mm}
    assert plan(ida, shot, kept).json()["horizontal_view_deg"] == pytest.approx(
        answer["horizontal_view_deg"]
    )


def test_a_focal_length_somebody_typed_is_not_put_right_in_silence(ida: TestClient) -> None:
    shot = making.shot(ida)
    answer = plan(ida, shot, {"focal_length_mm": 200})
    assert answer.status_code == 422
    assert "24 to 70 mm" in answer.json()["detail"]


def test_a_lens_says_what_it_gives_on_the_usual_camera(ida: TestClient) -> None:
    """74° across is 2 atan(36 / 48), any table of lenses. The sky turns 15.04″ a second: at 24
    mm that is 1.75 µm a second on the equator, so two pixels of 6 µm pass in 6.9 s."""
    making.body_and_lens(ida)
    spec = {"kind": "lens", "shortest_focal_length_mm": 24, "longest_focal_length_mm": 24}
    lens = making.made(ida, "/kit", {"name": "24", "spec": {**spec, "widest_f_number": 1.8}})
    assert lens["gives"] == "74° across; stars still for 15 s on a screen, 6.9 s in a wall print"
    zoom = ida.get("/api/v1/kit").json()[1]
    assert zoom["gives"].startswith("74° to 29° across; stars still for 15 s to 5.3 s on a screen")


def test_what_is_taken_as_usual_is_what_a_new_shot_gets(ida: TestClient) -> None:
    making.body_and_lens(ida)
    spec = {"kind": "lens", "shortest_focal_length_mm": 50, "longest_focal_length_mm": 50}
    fifty = making.made(ida, "/kit", {"name": "50", "spec": {**spec, "widest_f_number": 1.8}})
    filter_ = {"kind": "filter", "marking": "factor", "value": 8}
    nd = making.made(ida, "/kit", {"name": "ND 8", "spec": filter_})
    usual = [item["name"] for item in ida.get("/api/v1/kit").json() if item["is_usual"]]
    assert usual == ["24 MP", "zoom"]  # the first of their kind, until somebody says
    assert ida.put(f"/api/v1/kit/{fifty['id']}/usual").json()["is_usual"]
    usual = [item["name"] for item in ida.get("/api/v1/kit").json() if item["is_usual"]]
    assert usual == ["24 MP", "50"]
    night = making.night(ida)
    at = {"at_utc": "2026-12-09T22:40:00Z"}
    shot = making.made(ida, f"/nights/{night['id']}/shots", at)
    assert (shot["lens_id"], shot["focal_length_mm"]) == (fifty["id"], 50)
    assert ida.put(f"/api/v1/kit/{nd['id']}/usual").status_code == 422
    ida.delete(f"/api/v1/kit/{fifty['id']}")
    again = making.made(ida, f"/nights/{night['id']}/shots", at)
    assert again["focal_length_mm"] == 24  # what went out of the bag is not taken any more
