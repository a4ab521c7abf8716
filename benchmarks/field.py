"""Two hundred takes made without signal: the network cut at random, the server killed twice.

Drives the real page in Chromium against a demo of its own on loopback, and counts what arrived.
"""

import os
import random
import signal
import subprocess
import sys
import tempfile
import time

import httpx2
from playwright.sync_api import BrowserContext, Page, sync_playwright

TAKES, PORT = 200, 8198
BASE = f"http://127.0.0.1:{PORT}"

QUEUE = """async (takes) => {
  const open = indexedDB.open('patient-owl')
  const db = await new Promise((done) => { open.onsuccess = () => done(open.result) })
  const tx = db.transaction('field', 'readwrite')
  tx.objectStore('field').put(takes, 'outbox')
  await new Promise((done) => { tx.oncomplete = done })
  db.close()
}"""
LEFT = """async () => {
  const open = indexedDB.open('patient-owl')
  const db = await new Promise((done) => { open.onsuccess = () => done(open.result) })
  const got = db.transaction('field').objectStore('field').get('outbox')
  const queue = await new Promise((done) => { got.onsuccess = () => done(got.result) })
  db.close()
  return (queue ?? []).length
}"""


def start(var_dir: str) -> subprocess.Popen[bytes]:
    server = subprocess.Popen(
        [sys.executable, "-m", "patient_owl.cli", "demo", "--port", str(PORT)],
        env={**os.environ, "OWL_VAR_DIR": var_dir},
        stdout=subprocess.DEVNULL,
        stderr=subprocess.DEVNULL,
    )
    for _ in range(600):
        try:
            if httpx2.get(f"{BASE}/healthz").status_code == 200:
                return server
        except httpx2.HTTPError:
            time.sleep(0.1)
    raise SystemExit("the demo did not come up")


def takes_for(shot_id: str) -> list[dict[str, object]]:
    def body(k: int) -> dict[str, object]:
        return {
            "shot_id": shot_id,
            "started_at_utc": f"2026-12-09T{20 + k // 60:02d}:{k % 60:02d}:00Z",
            "exposure_s": 4.0,
            "f_number": 2.8284,
            "iso": 1600.0,
            "nd_stops": 0.0,
            "verdicts": {"whole": "dark"},
            "frames": 1,
            "is_keeper": False,
            "note": f"number {k}",
        }

    return [{"id": f"0190a000-0000-7000-8000-{k:012d}", "body": body(k)} for k in range(TAKES)]


def cut_and_mend(context: BrowserContext, page: Page, rng: random.Random) -> None:
    context.set_offline(True)
    page.wait_for_timeout(rng.randint(20, 250))
    context.set_offline(False)
    page.evaluate("window.dispatchEvent(new Event('online'))")


def run() -> None:
    rng = random.Random(7)
    with tempfile.TemporaryDirectory() as var_dir, sync_playwright() as player:
        server = start(var_dir)
        browser = player.chromium.launch(
            executable_path="/usr/bin/chromium", args=["--no-sandbox", "--disable-gpu"]
        )
        try:
            context = browser.new_context()
            page = context.new_page()
            page.goto(BASE)
            page.get_by_role("button", name="Enter the demo").click()
            page.get_by_role("heading", name="Nights").wait_for()
            nights = page.evaluate("fetch('/api/v1/nights').then((r) => r.json())")
            night = next(n for n in nights if "first dark" in n["title"])
            address = f"/api/v1/nights/{night['id']}/shots"
            shots = page.evaluate(f"fetch('{address}').then((r) => r.json())")
            page.goto(f"{BASE}/field/{night['id']}")
            page.get_by_role("heading", level=1).wait_for()
            shot_id = shots[0]["id"]

            page.evaluate(QUEUE, takes_for(shot_id))
            began = time.perf_counter()
            page.reload()
            while page.evaluate(LEFT):
                page.wait_for_timeout(50)
            calm_s = time.perf_counter() - began
            print(f"200 takes sent, nothing in the way     {calm_s:5.1f} s   wanted 5 s")

            other = [{**t, "id": t["id"].replace("8000", "8001")} for t in takes_for(shot_id)]
            for take in other:
                take["body"] = {**take["body"], "shot_id": shots[1]["id"]}
            page.evaluate(QUEUE, other)
            page.reload()
            for kill in (True, False, True, False, False):
                page.wait_for_timeout(rng.randint(100, 500))
                if kill:
                    server.send_signal(signal.SIGKILL)
                    server.wait(40)
                    server = start(var_dir)
                cut_and_mend(context, page, rng)
            deadline = time.perf_counter() + 90
            while page.evaluate(LEFT) and time.perf_counter() < deadline:
                page.evaluate("window.dispatchEvent(new Event('online'))")
                page.wait_for_timeout(500)
            for shot in shots[:2]:
                address = f"/api/v1/shots/{shot['id']}/chain"
                chain = page.evaluate(f"fetch('{address}').then((r) => r.json())")
                notes = [link["take"]["note"] for link in chain["links"]]
                once = len(notes) == len(set(notes)) == TAKES
                verdict = "each exactly once" if once else f"WRONG: {len(notes)}"
                print(f"{shot['title']:<38} {len(notes)} takes, {verdict}")
        finally:
            browser.close()
            server.terminate()
            server.wait(40)
