"""Whoever started the database keeps it running: killed, or stopped by a full disk, it is started
again, after a wait that grows while it does not help."""

import logging
import threading
from types import TracebackType
from typing import Self

from patient_owl.platform.storage.mariadb import CannotStart, PrivateMariaDB

log = logging.getLogger(__name__)

LOOK_EVERY_S = 0.5
SHORTEST_WAIT_S, LONGEST_WAIT_S = 0.5, 30.0


class Keeper:
    """Started and stopped with the context; the database runs meanwhile."""

    def __init__(self, database: PrivateMariaDB) -> None:
        self._database = database
        self._over = threading.Event()
        self._thread = threading.Thread(target=self._keep, name="database keeper", daemon=True)

    def __enter__(self) -> Self:
        self._database.start()
        self._thread.start()
        return self

    def __exit__(
        self,
        kind: type[BaseException] | None,
        error: BaseException | None,
        traceback: TracebackType | None,
    ) -> None:
        self._over.set()
        self._thread.join()
        self._database.stop()

    def _keep(self) -> None:
        wait_s = SHORTEST_WAIT_S
        while not self._over.wait(LOOK_EVERY_S):
            if self._database.is_running():
                wait_s = SHORTEST_WAIT_S
                continue
            log.error("the database died; it is started again", extra={"wait_s": wait_s})
            if self._over.wait(wait_s):
                return
            wait_s = min(2 * wait_s, LONGEST_WAIT_S)
            try:
                self._database.start()
            except CannotStart as error:
                log.error("the database does not start", extra={"cause": str(error)})
