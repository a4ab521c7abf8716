"""Guessing is slowed, by address, by client and in all; nobody's guessing locks an owner out.

A browser somebody signed in with before has a count of its own, so it passes whatever strangers
do. Counts stand in the database, written before they are read: many at once, on whatever machine,
are counted once each.
"""

import hashlib
from dataclasses import dataclass
from datetime import datetime, timedelta

from sqlalchemy import delete, select
from sqlalchemy.dialects.mysql import insert
from sqlalchemy.orm import Session

from patient_owl.platform.tables.accounts import SignInTries
from patient_owl.ports.errors import TooMany

STRETCH = timedelta(minutes=5)
OF_ADDRESS, OF_CLIENT, OF_DEVICE, IN_ALL = 5, 20, 10, 200


@dataclass(frozen=True)
class Try:
    """Who tries. device: the browser's hash where it is one that signed in to this account."""

    email: str
    client: str
    device: bytes | None

    @property
    def limits(self) -> dict[bytes, int]:
        """By whom is counted, and how often each may."""
        if self.device is not None:
            return {_who("device", self.device.hex()): OF_DEVICE}
        return {
            _who("address", self.email): OF_ADDRESS,
            _who("client", self.client): OF_CLIENT,
            _who("all", ""): IN_ALL,
        }


def count(session: Session, tried: Try, now_utc: datetime) -> None:
    """Count a try; TooMany where it is one too many."""
    since_utc = _since(now_utc)
    for who in sorted(tried.limits):  # in one order, so that two never wait for each other
        row = insert(SignInTries).values(who=who, since_utc=since_utc, tries=1)
        session.execute(row.on_duplicate_key_update(tries=SignInTries.tries + 1))
    rows = session.execute(
        select(SignInTries.who, SignInTries.tries).where(
            SignInTries.who.in_(list(tried.limits)), SignInTries.since_utc == since_utc
        )
    )
    too_many = [tries > tried.limits[who] for who, tries in rows]
    session.commit()  # the try counts although the request may fail
    if any(too_many):
        raise TooMany(int((since_utc + STRETCH - now_utc).total_seconds()) + 1)


def forget(session: Session, tried: Try) -> None:
    """What led to a right password was no guessing."""
    mine = [who for who in tried.limits if who != _who("all", "")]
    session.execute(delete(SignInTries).where(SignInTries.who.in_(mine)))


def sweep(session: Session, now_utc: datetime) -> None:
    """Counts of stretches gone by."""
    session.execute(delete(SignInTries).where(SignInTries.since_utc < _since(now_utc)))


def _since(now_utc: datetime) -> datetime:
    stretch_s = STRETCH.total_seconds()
    return now_utc - timedelta(seconds=now_utc.timestamp() % stretch_s)


def _who(kind: str, name: str) -> bytes:
    return hashlib.sha256(f"{kind}:{name}".encode()).digest()
