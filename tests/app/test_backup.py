"""The whole instance into one file while it is written to, and back."""

import gzip
import threading
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from uuid6 import uuid7

from patient_owl.platform.storage.backup import BackupFailed, backup, restore
from patient_owl.platform.storage.mariadb import PrivateMariaDB
from tests.app import making


class Writing:
    """Takes put one after another by a thread of its own, and which were acknowledged."""

    def __init__(self, client: TestClient, shot_id: str) -> None:
        self.client, self.shot_id = client, shot_id
        self.acknowledged: list[str] = []
        self.ends = threading.Event()
        self.more = threading.Condition()
        self.thread = threading.Thread(target=self._write)
        self.thread.start()

    def _write(self) -> None:
        while not self.ends.is_set():
            take_id = str(uuid7())
            body = making.take_body(self.shot_id)
            if self.client.put(f"/api/v1/takes/{take_id}", json=body).is_success:
                with self.more:
                    self.acknowledged.append(take_id)
                    self.more.notify_all()

    def until(self, count: int) -> set[str]:
        with self.more:
            assert self.more.wait_for(lambda: len(self.acknowledged) >= count, timeout=120)
            return set(self.acknowledged)

    def stop(self) -> set[str]:
        self.ends.set()
        self.thread.join()
        return set(self.acknowledged)


def kept(client: TestClient, shot_id: str) -> set[str]:
    chain = client.get(f"/api/v1/shots/{shot_id}/chain").json()
    return {link["take"]["id"] for link in chain["links"]}


def test_a_backup_under_load_holds_every_acknowledged_row_and_comes_back_while_running(
    ida: TestClient, database: PrivateMariaDB, tmp_path: Path
) -> None:
    shot_id = making.shot(ida)["id"]
    file = tmp_path / "all.gz"
    writing = Writing(ida, shot_id)
    try:
        before = writing.until(10)
        counts = backup(database.url, file)
        after = writing.until(len(writing.acknowledged) + 5)
    finally:
        everything = writing.stop()
    with pytest.raises(BackupFailed, match="accounts here"):
        restore(database.url, file, replaces=False)
    back = restore(database.url, file, replaces=True)
    assert back == counts
    now = kept(ida, shot_id)
    assert before <= now
    assert now <= after
    assert now < everything  # it was written on
    assert len(now) == counts["takes"]
    # the application goes on, and what stands on what is still watched over
    take_id = str(uuid7())
    assert ida.put(f"/api/v1/takes/{take_id}", json=making.take_body(shot_id)).status_code == 201
    with pytest.raises(BackupFailed, match="Nothing was overwritten"):
        backup(database.url, file)


@pytest.mark.parametrize(
    "content",
    [
        b"no backup",
        gzip.compress(b"SELECT 1;", mtime=0),
        gzip.compress(b"CREATE TABLE x (", mtime=0),
    ],
)
def test_what_is_no_backup_leaves_everything_as_it_was(
    ida: TestClient, database: PrivateMariaDB, tmp_path: Path, content: bytes
) -> None:
    making.night(ida)
    file = tmp_path / "wrong.gz"
    file.write_bytes(content)
    with pytest.raises(BackupFailed):
        restore(database.url, file, replaces=True)
    assert len(ida.get("/api/v1/nights").json()) == 1


def test_a_backup_cut_short_is_refused(
    ida: TestClient, database: PrivateMariaDB, tmp_path: Path
) -> None:
    making.night(ida)
    file = tmp_path / "all.gz"
    backup(database.url, file)
    file.write_bytes(file.read_bytes()[:-2000])
    with pytest.raises(BackupFailed, match="cut short"):
        restore(database.url, file, replaces=True)
    assert len(ida.get("/api/v1/nights").json()) == 1
