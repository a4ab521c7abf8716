"""Engines and sessions on the database, and the one way a transaction is done."""

import logging
from collections.abc import Callable
from typing import TypeVar

from sqlalchemy import Engine, create_engine
from sqlalchemy.exc import OperationalError
from sqlalchemy.orm import Session, sessionmaker

log = logging.getLogger(__name__)

Done = TypeVar("Done")

TIMES_TRIED = 4
POOL_SIZE = 16  # of one process; under its threads, so that only a storm meets the end of it
POOL_WAIT_S = 1.0
CONNECT_S, ANSWER_S = 3, 20

# Deadlock, which is what a cluster's failed certification comes as too; lock wait over; changed
# since read. [mariadb-errors]
_REPEAT = {1213, 1205, 1020}
# Server gone away, connection lost, killed, being shut down; node of a cluster not ready.
_LOST = {2006, 2013, 1927, 1053, 1047}


def make_engine(url: str, *, reads_only: bool = False) -> Engine:
    """Connections without TLS (on loopback the handshake costs 60–90 ms and hides nothing).

    reads_only: each statement is its own transaction, which spares a round trip to end one.
    """
    return create_engine(
        url,
        pool_recycle=3600,
        # rather "busy, come again" at once than a page that hangs
        pool_timeout=POOL_WAIT_S,
        pool_size=POOL_SIZE,
        max_overflow=0,
        # no gap locks, and a row another request has just written can be read again
        isolation_level="AUTOCOMMIT" if reads_only else "READ COMMITTED",
        skip_autocommit_rollback=True,
        # whoever uses a connection ends its transaction; a rollback after each is a round trip
        pool_reset_on_return=None,
        connect_args={
            "ssl_disabled": True,
            # a database that hangs is one that does not answer
            "connect_timeout": CONNECT_S,
            "read_timeout": ANSWER_S,
            "write_timeout": ANSWER_S,
            "charset": "utf8mb4",
            # on a cluster a read waits for what any node acknowledged; alone for none
            "init_command": "SET time_zone='+00:00', wsrep_sync_wait=1",
        },
    )


class Sessions:
    """Sessions on one database: to write in a transaction, or to read and nothing else."""

    def __init__(self, url: str) -> None:
        self.engines = make_engine(url), make_engine(url, reads_only=True)
        self._write, self._read = (make_sessions(engine) for engine in self.engines)

    def __call__(self, *, reads_only: bool = False) -> Session:
        return self._read() if reads_only else self._write()

    def dispose(self) -> None:
        for engine in self.engines:
            engine.dispose()


def in_transaction(
    sessions: Sessions, work: Callable[[Session], Done], *, reads_only: bool = False
) -> Done:
    """Do it in one transaction and commit; what the database asks to repeat is repeated whole."""
    for left in reversed(range(TIMES_TRIED)):
        try:
            with sessions(reads_only=reads_only) as session:
                done = work(session)
                session.commit()
                return done
        except OperationalError as error:
            if not left or not is_to_be_repeated(error):
                raise
            log.info("repeated", extra={"cause": str(error.orig)})
    raise AssertionError("tried at least once")


def is_to_be_repeated(error: OperationalError) -> bool:
    """Whether the database asks for the transaction once more, or never got it.

    A connection lost while committing is neither: it may have been kept. Nor is one that hung: it
    would hang again.
    """
    code = error.orig.args[0] if error.orig and error.orig.args else None
    is_commit = error.statement is None
    hung = "timed out" in str(error.orig)  # the driver tells it from a lost one by words alone
    return code in _REPEAT or (code in _LOST and not is_commit and not hung)


def make_sessions(engine: Engine) -> sessionmaker[Session]:
    return sessionmaker(engine, expire_on_commit=False)
