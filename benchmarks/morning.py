"""The morning after: a card of three hundred pictures, a thousand matched, ten thousand takes
searched, a thousand nights taken out, and what a picture of 200 megapixels takes of memory."""

import io
import os
import subprocess
import sys
import time
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, date, datetime, timedelta

import httpx2
import numpy as np
from PIL import Image
from sqlalchemy import insert, select
from sqlalchemy.orm import Session

from benchmarks.http import BASE, served
from benchmarks.matching import CLOCK_OFF_S
from benchmarks.measure import report
from patient_owl.core.matching.clock import clock_of
from patient_owl.core.matching.pairs import Stamped
from patient_owl.formats.photo_files import read_picture
from patient_owl.platform.storage.base import new_id
from patient_owl.platform.storage.mariadb import PrivateMariaDB
from patient_owl.platform.storage.sessions import make_engine
from patient_owl.platform.tables import Base
from patient_owl.platform.tables.nights import Night
from patient_owl.platform.tables.shots import Shot
from patient_owl.platform.tables.takes import Take

AT_ONCE = 3  # as the page does
PICTURES, MATCHED, NIGHTS, TAKES_A_NIGHT = 300, 1000, 1000, 10
CARD_WANTED_S, OUT_WANTED_S = 60.0, 30.0
MATCH_WANTED_MS, SEARCH_WANTED_MS = 2000, 100
MEMORY_WANTED_MB = 150
LARGEST_PX = (16_320, 12_240)


def run() -> None:
    _matching()
    _memory()
    with served() as var_dir:
        database = PrivateMariaDB(var_dir / "demo")
        with httpx2.Client(base_url=f"{BASE}/api/v1", timeout=120) as client:
            client.headers["X-Owl-Csrf"] = client.post("/session/demo").json()["csrf_token"]
            _card(client)
            engine = make_engine(database.url)
            with Session(engine) as session:
                _many_nights(session)
            engine.dispose()
            _searching(client)
            _taking_out(client)


def _matching() -> None:
    rng = np.random.default_rng(20261126)
    at = np.cumsum(rng.uniform(20, 240, MATCHED))
    for name, times in (
        ("settings that differ", 2.0 ** rng.integers(-3, 6, MATCHED)),
        ("all the same settings", np.full(MATCHED, 4.0)),
    ):
        takes = [Stamped(float(t), float(s), 2.8, 800) for t, s in zip(at, times, strict=True)]
        late = at + rng.uniform(0, 3, MATCHED) - CLOCK_OFF_S
        seen = [Stamped(float(t), float(s), 2.8, 800) for t, s in zip(late, times, strict=True)]
        report(
            f"{MATCHED} × {MATCHED}, {name}",
            lambda p=seen, t=takes: clock_of(p, t, 3600.0),  # type: ignore[misc]
            3,
            MATCH_WANTED_MS,
        )


def _memory() -> None:
    """In a process of its own: its peak is all it ever took."""
    out = subprocess.run(
        [sys.executable, "-c", "from benchmarks.morning import peak; peak()"],
        capture_output=True,
        text=True,
        check=True,
        env=os.environ,
    )
    print(out.stdout, end="")


def peak() -> None:
    content = io.BytesIO()
    # JPEG written in strips needs no whole picture in memory; a flat one packs to nothing
    Image.new("RGB", LARGEST_PX, (40, 44, 52)).save(content, "JPEG", quality=85)
    small = io.BytesIO()
    Image.new("RGB", (600, 400), (40, 44, 52)).save(small, "JPEG")
    file = f"/proc/{os.getpid()}/clear_refs"
    read_picture(small)
    with open(file, "w") as clear:
        clear.write("5")  # the peak counts from here
    before = _kilobytes("VmRSS")
    read_picture(content)
    more = (_kilobytes("VmHWM") - before) / 1000
    verdict = "ok" if more <= MEMORY_WANTED_MB else "OVER"
    print(f"200 megapixels read: {more:.0f} MB more, wanted {MEMORY_WANTED_MB}  {verdict}")


def _kilobytes(name: str) -> int:
    with open(f"/proc/{os.getpid()}/status") as status:
        return next(int(line.split()[1]) for line in status if line.startswith(name))


def _card(client: httpx2.Client) -> None:
    """As the page sends it, three at once; each frame 24 megapixels of noise, made small."""
    card = client.post("/intakes", json={"label": "Bench"}).json()["id"]
    noise = np.random.default_rng(1).integers(20, 60, (400, 600, 3), dtype=np.uint8)
    frame = Image.fromarray(noise).resize((6000, 4000), Image.Resampling.BILINEAR)
    first = datetime(2026, 11, 1, 22, 0, tzinfo=UTC)
    contents = []
    out = io.BytesIO()
    exif = Image.Exif()
    frame.save(out, "JPEG", quality=80)
    body = out.getvalue()
    for number in range(PICTURES):
        exif.get_ifd(0x8769)[0x9003] = f"{first + timedelta(seconds=40 * number):%Y:%m:%d %H:%M:%S}"
        segment = b"Exif\0\0" + exif.tobytes().removeprefix(b"Exif\0\0")
        head = b"\xff\xd8\xff\xe1" + (len(segment) + 2).to_bytes(2) + segment
        contents.append(head + body[2:])
    began = time.perf_counter()

    def send(number: int) -> float:
        content = contents[number]
        form = {"name": f"{number}.jpg", "size_bytes": str(len(content)), "starts": "0"}
        files = {"pieces": ("x.jpg", content)}
        client.post(f"/intakes/{card}/files", data=form, files=files).raise_for_status()
        return time.perf_counter() - began

    with ThreadPoolExecutor(AT_ONCE) as senders:
        shown = min(senders.map(send, range(PICTURES)))
    client.post(f"/intakes/{card}/placed").raise_for_status()
    took = time.perf_counter() - began
    verdict = "ok" if took <= CARD_WANTED_S else "OVER"
    print(
        f"{PICTURES} pictures of 24 megapixels, {len(body) / 1e6:.1f} MB each: {took:.0f} s, "
        f"the first after {shown:.1f} s, wanted {CARD_WANTED_S:g} s  {verdict}"
    )


def _many_nights(session: Session) -> None:
    """Ten thousand takes over a thousand nights, made straight in the database."""
    shot = session.scalars(select(Shot)).first()
    assert shot is not None
    night = session.get_one(Night, shot.night_id)
    nights, shots, takes = [], [], []
    for k in range(NIGHTS):
        night_id, shot_id = new_id(), new_id()
        evening = date(2010, 1, 1) + timedelta(days=3 * k)
        nights.append({**_columns(night), "id": night_id, "evening_date": evening})
        at = datetime.fromisoformat(f"{evening}T22:00:00+00:00")
        shots.append({**_columns(shot), "id": shot_id, "night_id": night_id, "at_utc": at})
        takes += [
            {
                "id": new_id(), "user_id": shot.user_id, "shot_id": shot_id,
                "started_at_utc": at + timedelta(minutes=n), "exposure_s": 4.0, "f_number": 2.8,
                "iso": 800.0 * 2 ** (n % 4), "nd_stops": 0.0, "lost_stops": 0.0, "frames": 1,
                "verdicts": {"whole": "dark" if n % 3 else "right"}, "scene_changed": [],
                "levers": {}, "is_keeper": n % 3 == 0, "note": f"frame {n} of evening {k}",
            }
            for n in range(TAKES_A_NIGHT)
        ]  # fmt: skip
    assert Base.metadata.tables  # all of them: a night stands on an account
    session.execute(insert(Night), nights)
    session.execute(insert(Shot), shots)
    session.execute(insert(Take), takes)
    session.commit()


def _columns(row: Night | Shot) -> dict[str, object]:
    return {column.key: getattr(row, column.key) for column in row.__table__.columns}


def _searching(client: httpx2.Client) -> None:
    for name, query in (
        ("all of 10 000 takes", {}),
        ("two words", {"words": "frame 7"}),
        ("words nobody wrote", {"words": "dragon"}),
        ("keepers of a kind over ISO 3000", {"is_keeper": True, "least_iso": 3000}),
    ):
        report(
            f"search: {name}",
            lambda q=query: client.get("/logbook/takes", params=q).raise_for_status(),  # type: ignore[misc]
            20,
            SEARCH_WANTED_MS,
        )


def _taking_out(client: httpx2.Client) -> None:
    began = time.perf_counter()
    first, size = 0.0, 0
    with client.stream("GET", "/account/everything") as answer:
        for part in answer.iter_bytes():
            first = first or time.perf_counter() - began
            size += len(part)
    took = time.perf_counter() - began
    verdict = "ok" if took <= OUT_WANTED_S else "OVER"
    print(
        f"{NIGHTS} nights out: {took:.1f} s, {size / 1e6:.0f} MB, the first byte after "
        f"{first:.2f} s, wanted {OUT_WANTED_S:g} s  {verdict}"
    )
