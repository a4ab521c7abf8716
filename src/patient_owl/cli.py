"""What ./owl hands over to: demo, serve, account, openapi."""

import fcntl
import gc
import json
import os
import signal
import socket
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import date
from pathlib import Path
from typing import Annotated

import typer
import uvicorn
from pydantic import ValidationError

from patient_owl.accounts.schemas import AccountCreate
from patient_owl.accounts.service import make_account
from patient_owl.adapters.simulated import simulated_devices
from patient_owl.app import create_app
from patient_owl.core.errors import OwlError
from patient_owl.demo.nights import load
from patient_owl.http.logs import install_logging
from patient_owl.settings import Settings
from patient_owl.storage.mariadb import CannotStart, PrivateMariaDB
from patient_owl.storage.migrate import NewerSchema, migrate
from patient_owl.storage.sessions import make_engine, make_sessions
from patient_owl.tls import Certificate, NoCertificate, own_certificate

app = typer.Typer(add_completion=False, pretty_exceptions_enable=False, no_args_is_help=True)

_DEFAULTS = Settings()
Host = Annotated[str, typer.Option(help="Address to listen on.")]
Port = Annotated[int, typer.Option(help="Port to listen on.")]
Tls = Annotated[bool, typer.Option("--tls", help="Serve https with a certificate made here.")]
TlsCert = Annotated[Path | None, typer.Option(help="A certificate of your own, PEM.")]
TlsKey = Annotated[Path | None, typer.Option(help="Its key, PEM.")]


@app.command()
def demo(
    host: Host = _DEFAULTS.host,
    port: Port = _DEFAULTS.port,
    tls: Tls = False,
    tls_cert: TlsCert = None,
    tls_key: TlsKey = None,
) -> None:
    """Run with the made-up Vellamark coast, no account needed."""
    settings = Settings(demo=True, host=host, port=port)
    _run(settings, tls=tls, cert=tls_cert, key=tls_key)


@app.command()
def serve(
    host: Host = _DEFAULTS.host,
    port: Port = _DEFAULTS.port,
    tls: Tls = False,
    tls_cert: TlsCert = None,
    tls_key: TlsKey = None,
) -> None:
    """Run for real use; the first visitor creates the account."""
    _run(Settings(host=host, port=port), tls=tls, cert=tls_cert, key=tls_key)


@app.command()
def account(name: str, email: str) -> None:
    """Add an account; the password is asked for. The server need not be stopped."""
    password = typer.prompt("Password", hide_input=True, confirmation_prompt=True)
    settings = Settings()
    with _sentences():
        database = PrivateMariaDB(settings.data_dir)
        url = settings.database_url
        if not url:
            database.start()
            url = database.url
            migrate(url)
        with make_sessions(make_engine(url))() as session:
            make_account(session, AccountCreate(name=name, email=email, password=password))
            session.commit()
        print(f"{email} can sign in now.")
        if not settings.database_url and not _is_running(settings.data_dir):
            database.stop()


@app.command()
def openapi(path: Path) -> None:
    """Write the API's description, from which the browser's types are made."""
    application = create_app(Settings(database_url="mysql+pymysql://nobody@127.0.0.1:1/none"))
    path.write_text(json.dumps(application.openapi(), indent=1, sort_keys=True) + "\n")


def _run(settings: Settings, *, tls: bool, cert: Path | None, key: Path | None) -> None:
    with _sentences(), _only_one(settings.data_dir):
        _check_port(settings)
        certificate = _certificate(settings, tls, cert, key)
        settings.secure_cookies = settings.secure_cookies or certificate is not None
        database = PrivateMariaDB(settings.data_dir)
        # a polite kill stops the database too, as Ctrl-C does
        signal.signal(signal.SIGTERM, lambda *_: sys.exit(0))
        try:
            if not settings.database_url:
                database.start()
                settings.database_url = database.url
            migrate(settings.database_url)
            devices = simulated_devices()
            if settings.demo:
                with make_sessions(make_engine(settings.database_url))() as session:
                    load(session, devices, date.today())  # noqa: DTZ011  the demo begins on the user's today
            install_logging()
            scheme = "https" if certificate else "http"
            address = f"{scheme}://{settings.host}:{settings.port}"
            print(f"\n  Patient Owl is at {address}   (Ctrl-C stops it)\n", flush=True)
            served = create_app(settings, devices)
            # what is loaded by now stays: leaving it out of every collection makes the answers
            # that build thousands of small objects (a night for the field) a third faster
            gc.collect()
            gc.freeze()
            uvicorn.run(
                served,
                host=settings.host,
                port=settings.port,
                log_config=None,
                timeout_graceful_shutdown=5,
                ssl_certfile=certificate.cert if certificate else None,
                ssl_keyfile=certificate.key if certificate else None,
            )
        finally:
            database.stop()


def _certificate(
    settings: Settings, tls: bool, cert: Path | None, key: Path | None
) -> Certificate | None:
    """The certificate to serve with: one's own, one made here, or none."""
    if (cert is None) != (key is None):
        raise _Refused("--tls-cert and --tls-key go together.")
    if cert is not None and key is not None:
        for file in (cert, key):
            if not file.is_file():
                raise _Refused(f"{file} is not a file.")
        return Certificate(cert, key)
    return own_certificate(settings.var_dir / "tls", settings.host) if tls else None


@contextmanager
def _sentences() -> Iterator[None]:
    """What went wrong in one sentence on stderr and exit code 1; no traceback."""
    try:
        yield
    except (CannotStart, NewerSchema, NoCertificate, OwlError, _Refused) as error:
        print(f"owl: {error}", file=sys.stderr)
        raise typer.Exit(1) from None
    except ValidationError as error:
        for fault in error.errors():
            print(f"owl: {fault['loc'][-1]}: {fault['msg']}", file=sys.stderr)
        raise typer.Exit(1) from None
    except OSError as error:
        print(f"owl: {error.strerror}: {error.filename}", file=sys.stderr)
        raise typer.Exit(1) from None


class _Refused(Exception):
    """A start that cannot go on, in words."""


@contextmanager
def _only_one(data_dir: Path) -> Iterator[None]:
    """One Patient Owl a data directory; the lock dies with the process."""
    data_dir.mkdir(parents=True, exist_ok=True)
    with (data_dir / "lock").open("a+") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError as error:
            lock.seek(0)
            raise _Refused(
                f"Patient Owl runs already on this data (process {lock.read().strip() or '?'})."
            ) from error
        lock.truncate(0)
        lock.write(str(os.getpid()))
        lock.flush()
        yield


def _is_running(data_dir: Path) -> bool:
    try:
        with _only_one(data_dir):
            return False
    except _Refused:
        return True


def _check_port(settings: Settings) -> None:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((settings.host, settings.port))
        except OSError as error:
            raise _Refused(
                f"{settings.host}:{settings.port} is in use or not ours to listen on "
                f"({error.strerror}). Choose another with --port."
            ) from error


if __name__ == "__main__":
    app()
