"""What people type and send is kept as text, and comes out of every format as it went in."""

import csv
import io
import xml.etree.ElementTree as ET
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.app import making

# Unicode 15, 23.7 and D14: controls, a non-character, a lone surrogate; é composed and not.
ODD = "Cafe\u0301 \x00\x1b[31m\ufffe\ud800 pier"
PLAIN = "Café [31m\N{REPLACEMENT CHARACTER} pier"


def send(client: TestClient, path: str, body: str, method: str = "POST") -> Any:
    """A body as it is, escapes and all: a JSON library would mend it first."""
    headers = {"Content-Type": "application/json"}
    return client.request(method, f"/api/v1{path}", content=body.encode(), headers=headers)


def escaped(text: str) -> str:
    return "".join(f"\\u{ord(c):04x}" for c in text)


def test_text_is_kept_plain_wherever_it_comes_in(ida: TestClient) -> None:
    body = f'{{"name": "{escaped(ODD)}", "latitude_deg": 43.3, "longitude_deg": -9.2,'
    body += f' "notes": "one\\r\\ntwo\\rthree {escaped(ODD)}"}}'
    answer = send(ida, "/places", body)
    assert answer.status_code == 201, answer.text
    assert answer.json()["name"] == PLAIN
    assert answer.json()["notes"] == f"one\ntwo\nthree {PLAIN}"

    for form in ("gpx", "kml", "geojson"):
        exported = ida.get(f"/api/v1/places/export/{form}")
        if form != "geojson":
            ET.fromstring(exported.text)
        files = {"file": (f"places.{form}", exported.content)}
        (back,) = ida.post("/api/v1/waypoints", files=files).json()
        assert back["name"] == PLAIN, form


def test_an_error_says_back_what_cannot_be_sent(ida: TestClient) -> None:
    for got in ('"\\ud800\\u0000"', '{"a": [[[1]]]}', "[" * 200 + "]" * 200, "9" * 4000):
        answer = send(ida, "/places", f'{{"name": "x", "latitude_deg": {got}}}')
        assert answer.status_code == 422, (got[:20], answer.status_code)
        assert answer.json()["detail"]


@pytest.mark.parametrize("name", ["=1+1", "+49", "-9", "@here", "'quoted", "'=x", "24", "a,b;1:2"])
def test_no_cell_of_the_kit_starts_a_formula_and_every_name_comes_back(
    ida: TestClient, name: str
) -> None:
    thing = {"name": name, "spec": {"kind": "battery", "count": 2}}
    kept = making.made(ida, "/kit", thing)
    exported = ida.get("/api/v1/kit/export/csv")
    for row in csv.reader(io.StringIO(exported.text)):
        assert not any(cell.startswith(("=", "+", "-", "@")) for cell in row)
    ida.delete(f"/api/v1/kit/{kept['id']}")
    ida.post("/api/v1/kit/import", files={"file": ("kit.csv", exported.content)})
    assert [item["name"] for item in ida.get("/api/v1/kit").json()] == [name]


def test_a_download_is_called_by_its_name_in_any_script(ida: TestClient) -> None:
    night = making.night(ida, title='Nø "first" 夜/dark')
    named = ida.get(f"/api/v1/nights/{night['id']}/calendar.ics").headers["content-disposition"]
    assert named == (
        'attachment; filename="N_ -first- _-dark 2026-12-09.ics"; '
        "filename*=UTF-8''N%C3%B8%20-first-%20%E5%A4%9C-dark%202026-12-09.ics"  # RFC 8187
    )


def upload(client: TestClient, path: str, content: bytes) -> int:
    return client.post(f"/api/v1{path}", files={"file": ("f", content)}).status_code


def kml(inner: str) -> bytes:
    return f'<kml xmlns="http://www.opengis.net/kml/2.2">{inner}</kml>'.encode()


CSV_HEAD = b"name,kind,capacity_gb\n"
POINT = '{"type": "Feature", "geometry": {"type": "Point", "coordinates": %s}, "properties": %s}'


@pytest.mark.parametrize(
    ("path", "content", "status"),
    [
        ("/kit/import", CSV_HEAD.replace(b"\n", b"\r") + b"big,card,64\rsmall,card,32\r", 201),
        ("/kit/import", CSV_HEAD + b"x" * 200_000 + b",card,64\n", 422),
        ("/kit/import", CSV_HEAD + b"a,card,::::\n", 422),
        ("/kit/import", CSV_HEAD + b"a,card,1e999\n", 422),
        ("/kit/import", b'{"format": ' + b"[" * 5000, 422),
        ("/waypoints", (POINT % ("[%s, 1]" % ("9" * 5000), "{}")).encode(), 422),
        ("/waypoints", (POINT % ("[1, 2]", '{"a":' * 300 + "1" + "}" * 300)).encode(), 422),
        ("/waypoints", kml("<Placemark>" * 30_000 + "</Placemark>" * 30_000), 422),
        ("/waypoints", b"<gpx>" + b"<extensions>" * 40_000, 422),
        ("/waypoints", b"<gpx><wpt lat='1' lon='2'><name>&#xFFFF;</name></wpt></gpx>", 422),
    ],
)
def test_a_file_that_cannot_be_is_refused_in_words(
    ida: TestClient, path: str, content: bytes, status: int
) -> None:
    assert upload(ida, path, content) == status


def test_a_sensor_noise_beyond_any_sensor_is_refused(ida: TestClient) -> None:
    sensor = {"sensor_width_mm": 36, "sensor_height_mm": 24, "width_px": 6000, "height_px": 4000}
    noise = {"full_well_e": 50_000, "dark_e_s": 0.1, "quantum_efficiency": 0.5}
    spec = {"kind": "body", **sensor, **noise, "read_noise_e": [[100, 1e308], [200, 1e308]]}
    assert ida.post("/api/v1/kit", json={"name": "loud", "spec": spec}).status_code == 422
