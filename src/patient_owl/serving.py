"""Running the server: one owner of the data directory, its database, and the processes that answer.

Nothing is left running, however it ends: Ctrl-C, a polite kill, a closed terminal.
"""

import ctypes
import fcntl
import os
import signal
import socket
import ssl
import sys
from collections.abc import Iterator
from contextlib import ExitStack, contextmanager
from pathlib import Path

import uvicorn
from fastapi import FastAPI
from uvicorn.supervisors import Multiprocess

from patient_owl.app import served
from patient_owl.platform.http.logs import install_logging
from patient_owl.platform.storage.keeper import Keeper
from patient_owl.platform.storage.mariadb import PrivateMariaDB
from patient_owl.platform.storage.migrate import migrate
from patient_owl.platform.tls import Certificate, own_certificate
from patient_owl.ports.settings import AppSettings

GRACE_S = 5  # answers under way may end
_STARTED_BY = "PATIENT_OWL_STARTED_BY"  # which process started those that answer
_PR_SET_PDEATHSIG = 1  # Linux: the signal a process gets when its parent dies


class CannotServe(Exception):
    """A start that cannot go on, in words."""


@contextmanager
def prepared(
    settings: AppSettings, *, tls: bool, cert: Path | None, key: Path | None
) -> Iterator[Certificate | None]:
    """All that a server stands on, for as long as it runs; what cannot be is refused first."""
    with ExitStack() as stack:
        stack.enter_context(_only_one(settings.data_dir))
        _check_address(settings)
        certificate = _certificate(settings, tls, cert, key)
        settings.secure_cookies = settings.secure_cookies or certificate is not None
        # a polite kill and a closed terminal end it in order, as Ctrl-C does
        for ended in (signal.SIGTERM, signal.SIGHUP):
            signal.signal(ended, lambda *_: sys.exit(0))
        install_logging()
        if not settings.database_url:
            database = PrivateMariaDB(settings.data_dir)
            stack.enter_context(Keeper(database))
            settings.database_url = database.url
        migrate(settings.database_url)
        yield certificate


# A process that is still reading the app in on a busy machine is slow, not dead: one that has died
# is seen at once all the same.
COMING_UP_S = 60


def serve_until_ended(settings: AppSettings, certificate: Certificate | None) -> None:
    """The processes that answer, under one that replaces those that die."""
    for name, value in settings.model_dump().items():
        os.environ[f"OWL_{name.upper()}"] = str(value)
    os.environ[_STARTED_BY] = str(os.getpid())
    scheme = "https" if certificate else "http"
    address = f"{scheme}://{settings.host}:{settings.port}"
    print(f"\n  Patient Owl is at {address}   (Ctrl-C stops it)\n", flush=True)
    is_alone = settings.workers == 1
    config = uvicorn.Config(
        "patient_owl.app:served" if is_alone else "patient_owl.serving:one_of_several",
        factory=True,
        workers=settings.workers,
        host=settings.host,
        port=settings.port,
        log_config=None,
        timeout_graceful_shutdown=GRACE_S,
        timeout_worker_healthcheck=COMING_UP_S,
        ssl_certfile=certificate.cert if certificate else None,
        ssl_keyfile=certificate.key if certificate else None,
    )
    if is_alone:
        uvicorn.Server(config).run()
    else:
        _Processes(config, sockets=[config.bind_socket()]).run()


def one_of_several() -> FastAPI:
    """The application of a process that ends with the one that started it, even by kill -9, and
    even where that happened before it could ask to be told."""
    ctypes.CDLL(None).prctl(_PR_SET_PDEATHSIG, int(signal.SIGTERM))
    if os.getppid() != int(os.environ[_STARTED_BY]):
        sys.exit(0)
    return served()


class _Processes(Multiprocess):
    """uvicorn's, but that a closed terminal ends them all instead of starting them anew."""

    def handle_hup(self) -> None:
        self.handle_term()


def is_running(data_dir: Path) -> bool:
    """Whether somebody serves this data."""
    try:
        with _only_one(data_dir):
            return False
    except CannotServe:
        return True


@contextmanager
def _only_one(data_dir: Path) -> Iterator[None]:
    """One Patient Owl a data directory; the lock dies with the process."""
    data_dir.mkdir(parents=True, exist_ok=True)
    with (data_dir / "lock").open("a+") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError as error:
            lock.seek(0)
            raise CannotServe(
                f"Patient Owl runs already on this data (process {lock.read().strip() or '?'})."
            ) from error
        lock.truncate(0)
        lock.write(str(os.getpid()))
        lock.flush()
        yield


def _check_address(settings: AppSettings) -> None:
    try:
        (family, kind, _, _, where), *_ = socket.getaddrinfo(
            settings.host, settings.port, type=socket.SOCK_STREAM
        )
    except OSError as error:
        raise CannotServe(f"{settings.host} is no address of this machine.") from error
    with socket.socket(family, kind) as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(where)
        except OSError as error:
            raise CannotServe(
                f"{settings.host}:{settings.port} is in use or not ours to listen on "
                f"({error.strerror}). Choose another with --port or --host."
            ) from error


def _certificate(
    settings: AppSettings, tls: bool, cert: Path | None, key: Path | None
) -> Certificate | None:
    """The certificate to serve with: one's own, one made here, or none."""
    if (cert is None) != (key is None):
        raise CannotServe("--tls-cert and --tls-key go together.")
    if cert is None or key is None:
        return own_certificate(settings.var_dir / "tls", settings.host) if tls else None
    for file in (cert, key):
        if not file.is_file():
            raise CannotServe(f"{file} is not a file.")
    try:
        ssl.create_default_context(ssl.Purpose.CLIENT_AUTH).load_cert_chain(cert, key)
    except (ssl.SSLError, OSError) as error:
        raise CannotServe(f"{cert} and {key} are no certificate and its key in PEM.") from error
    return Certificate(cert, key)
