"""Engines and sessions on the private database."""

from sqlalchemy import Engine, create_engine
from sqlalchemy.exc import OperationalError
from sqlalchemy.orm import Session, sessionmaker

POOL_SIZE = 16  # of one process; under its threads, so that only a storm meets the end of it
POOL_WAIT_S = 1.0

# Deadlock, which is what a cluster's failed certification comes as too; lock wait over; changed
# since read. [mariadb-errors]
_REPEAT = {1213, 1205, 1020}
# Server gone away, connection lost, killed, being shut down; node of a cluster not ready.
_LOST = {2006, 2013, 1927, 1053, 1047}


def make_engine(url: str) -> Engine:
    """Loopback connections without TLS (the handshake costs 60–90 ms and hides nothing)."""
    return create_engine(
        url,
        pool_recycle=3600,
        # rather "busy, come again" at once than a page that hangs
        pool_timeout=POOL_WAIT_S,
        pool_size=POOL_SIZE,
        max_overflow=0,
        # no gap locks, and a row another request has just written can be read again
        isolation_level="READ COMMITTED",
        # whoever uses a connection ends its transaction; a rollback after each is a round trip
        pool_reset_on_return=None,
        connect_args={
            "ssl_disabled": True,
            "charset": "utf8mb4",
            "init_command": "SET time_zone='+00:00'",
        },
    )


def is_to_be_repeated(error: OperationalError) -> bool:
    """Whether the database asks for the transaction once more, or never got it.

    A connection lost while committing is neither: it may have been kept.
    """
    code = error.orig.args[0] if error.orig and error.orig.args else None
    is_commit = error.statement is None
    return code in _REPEAT or (code in _LOST and not is_commit)


def make_sessions(engine: Engine) -> sessionmaker[Session]:
    return sessionmaker(engine, expire_on_commit=False)
