"""Takes: kept once however often they are sent, and what follows from them."""

from concurrent.futures import ThreadPoolExecutor

from fastapi.testclient import TestClient
from uuid6 import uuid7

from tests.app import making


def test_the_chain_tells_what_was_seen_and_what_to_change(ida: TestClient) -> None:
    shot = making.shot(ida)
    chain = f"/api/v1/shots/{shot['id']}/chain"
    plan = ida.get(chain).json()["advice"]
    first = {control: p["value"] for control, p in plan["positions"].items()}
    # f/2.8 leaves ISO at its end in this dark; start three stops under it
    body = making.take_body(shot["id"], **{**first, "iso": 3200, "verdict": "dark"})
    assert ida.put(f"/api/v1/takes/{uuid7()}", json=body).status_code == 201
    advice = ida.get(chain).json()["advice"]
    assert advice["control"] == "iso"
    assert advice["change_stops"] > 0.5
    assert advice["reasons"][0] == "You saw it dark."
    assert "ISO costs this picture least" in advice["reasons"][1]
    assert "held by the stars" in advice["reasons"][2]
    assert advice["sigma_stops"] < plan["sigma_stops"]
    second = {c: p["value"] for c, p in advice["positions"].items()}
    later = {"started_at_utc": "2026-12-09T22:45:00Z", "verdict": "right"}
    ida.put(f"/api/v1/takes/{uuid7()}", json=making.take_body(shot["id"], **second, **later))
    answer = ida.get(chain).json()
    assert [link["take"]["verdict"] for link in answer["links"]] == ["dark", "right"]
    assert answer["links"][1]["change"].startswith("ISO 3200 → ISO ")
    assert answer["advice"]["control"] is None


def test_a_take_sent_many_times_at_once_is_kept_once(ida: TestClient) -> None:
    shot = making.shot(ida)
    path, body = f"/api/v1/takes/{uuid7()}", making.take_body(shot["id"])
    with ThreadPoolExecutor(8) as pool:
        codes = list(pool.map(lambda _: ida.put(path, json=body).status_code, range(24)))
    assert set(codes) <= {200, 201}
    assert codes.count(201) == 1
    assert len(ida.get(f"/api/v1/shots/{shot['id']}/chain").json()["links"]) == 1


def test_a_take_is_edited_only_by_naming_its_version(ida: TestClient) -> None:
    shot = making.shot(ida)
    path, body = f"/api/v1/takes/{uuid7()}", making.take_body(shot["id"])
    ida.put(path, json=body)
    changed = {**body, "verdict": "bright"}
    assert ida.put(path, json=changed).status_code == 428
    edited = ida.put(path, json=changed, headers={"If-Match": '"v1"'})
    assert edited.json()["version"] == 2
    assert ida.put(path, json=body, headers={"If-Match": '"v1"'}).status_code == 412


def test_bursts_are_judged_apart_from_the_town(ida: TestClient) -> None:
    shot = making.shot(ida, discipline="fireworks")
    chain = f"/api/v1/shots/{shot['id']}/chain"
    before = ida.get(chain).json()
    assert before["light"] == "the bursts"
    values = {c: p["value"] for c, p in before["advice"]["positions"].items()}
    body = making.take_body(shot["id"], **values, verdict=None, light_verdict="bright")
    assert ida.put(f"/api/v1/takes/{uuid7()}", json=body).status_code == 201
    advice = ida.get(chain).json()["advice"]
    assert advice["control"] == "f_number"
    assert advice["reasons"][0] == "The light itself: bright."
    assert any("time keeps the rest" in reason for reason in advice["reasons"])
