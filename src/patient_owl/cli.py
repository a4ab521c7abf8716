"""What ./owl hands over to: demo, serve, account, openapi."""

import json
import os
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import date
from pathlib import Path
from typing import Annotated, Any

import typer
from pydantic import ValidationError
from sqlalchemy.exc import ArgumentError, OperationalError
from sqlalchemy.orm import Session

from patient_owl.account.archive.contents import published_schema
from patient_owl.account.demo.nights import load
from patient_owl.app import create_app
from patient_owl.core.errors import OwlError
from patient_owl.journal.cards.folder import account_called, bring_in, night_called
from patient_owl.platform.accounts.schemas import AccountCreate, NewPassword
from patient_owl.platform.accounts.service import make_account, reset_password, speech_of
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.storage.backup import backup, restore
from patient_owl.platform.storage.base import now_utc
from patient_owl.platform.storage.mariadb import CannotStart, PrivateMariaDB
from patient_owl.platform.storage.migrate import NewerSchema, migrate
from patient_owl.platform.storage.sessions import make_engine, make_sessions
from patient_owl.platform.tls import NoCertificate
from patient_owl.ports.settings import AppSettings
from patient_owl.ports.simulated import simulated_devices
from patient_owl.serving import CannotServe, is_running, prepared, serve_until_ended
from patient_owl.words.speech import PLAIN, speaking

app = typer.Typer(add_completion=False, pretty_exceptions_enable=False, no_args_is_help=True)

Host = Annotated[str | None, typer.Option(help="Address to listen on.")]
Port = Annotated[int | None, typer.Option(help="Port to listen on.")]
Workers = Annotated[int | None, typer.Option(help="Processes that answer; a core each.")]
Tls = Annotated[bool, typer.Option("--tls", help="Serve https with a certificate made here.")]
TlsCert = Annotated[Path | None, typer.Option(help="A certificate of your own, PEM.")]
TlsKey = Annotated[Path | None, typer.Option(help="Its key, PEM.")]


@app.command()
def demo(
    host: Host = None,
    port: Port = None,
    workers: Workers = None,
    tls: Tls = False,
    tls_cert: TlsCert = None,
    tls_key: TlsKey = None,
) -> None:
    """Run with the made-up Vellamark coast, no account needed."""
    with _sentences():
        settings = _settings(demo=True, host=host, port=port, workers=workers)
        with prepared(settings, tls=tls, cert=tls_cert, key=tls_key) as certificate:
            with _session(settings.database_url) as session, speaking(PLAIN):
                # the demo begins on the user's today
                load(session, simulated_devices(), date.today())  # noqa: DTZ011
            serve_until_ended(settings, certificate)


@app.command()
def serve(
    host: Host = None,
    port: Port = None,
    workers: Workers = None,
    tls: Tls = False,
    tls_cert: TlsCert = None,
    tls_key: TlsKey = None,
) -> None:
    """Run for real use; the first visitor creates the account."""
    with _sentences():
        settings = _settings(host=host, port=port, workers=workers)
        with prepared(settings, tls=tls, cert=tls_cert, key=tls_key) as certificate:
            serve_until_ended(settings, certificate)


@app.command()
def account(
    name_or_email: Annotated[str, typer.Argument(metavar="NAME")] = "",
    email: Annotated[str, typer.Argument()] = "",
    reset: Annotated[
        str, typer.Option(metavar="EMAIL", help="Give this account a new password.")
    ] = "",
) -> None:
    """Add an account, or give one a new password, which is asked for. The server need not stop."""
    with _sentences():
        if bool(reset) == bool(name_or_email and email):
            raise CannotServe("Say NAME and EMAIL of a new account, or --reset EMAIL of one.")
        settings = _settings()
        password = typer.prompt("Password", hide_input=True, confirmation_prompt=True)
        with _database_of(settings) as url, _session(url) as session:
            if reset:
                reset_password(session, NewPassword(email=reset, password=password))
                print(f"{reset} has a new password; every browser is signed out.")
                return
            new = AccountCreate(name=name_or_email, email=email, password=password)
            make_account(session, new)
        print(f"{email} can sign in now.")


@app.command("import")
def import_card(
    folder: Annotated[Path, typer.Argument(metavar="DIR")],
    night: Annotated[str, typer.Option(help="Its id, evening (2026-12-09) or title.")] = "",
    account: Annotated[str, typer.Option(metavar="EMAIL", help="Whose pictures they are.")] = "",
    keep_pixels: Annotated[bool, typer.Option(help="Keep what 1:1 is looked at with.")] = True,
    demo: Annotated[bool, typer.Option("--demo", help="Into the demo's data.")] = False,
) -> None:
    """Bring a card in from a folder of this machine. The server need not stop."""
    with _sentences():
        settings = _settings(demo=demo)
        with _database_of(settings) as url, _session(url) as session:
            user = account_called(session, account)
            visit = Visit(session, user, simulated_devices(), now_utc())
            night_id = night_called(session, user, night)
            with speaking(speech_of(user)):
                brought = bring_in(visit, folder, night_id, print, keeps_pixels=keep_pixels)
        print(*brought.clocks, brought.text, sep="\n")
        if brought.unplaced:
            print(f"{len(brought.unplaced)} without a take wait on the page of the card.")


DataOfDemo = Annotated[bool, typer.Option("--demo", help="The demo's data.")]


@app.command("backup")
def make_backup(
    file: Annotated[Path, typer.Argument(metavar="FILE")], demo: DataOfDemo = False
) -> None:
    """Write the whole database into one file, while it runs, and read it back."""
    with _sentences(), _database_of(_settings(demo=demo)) as url:
        counts = backup(url, file)
        print(f"{file}: {sum(counts.values())} rows of {len(counts)} tables, read back.")


@app.command("restore")
def bring_back(
    file: Annotated[Path, typer.Argument(metavar="FILE")],
    replace: Annotated[bool, typer.Option(help="In the place of what is there.")] = False,
    demo: DataOfDemo = False,
) -> None:
    """Bring a backup back; the server need not stop."""
    with _sentences(), _database_of(_settings(demo=demo)) as url:
        counts = restore(url, file, replaces=replace)
        print(f"{sum(counts.values())} rows of {len(counts)} tables are back.")


@app.command()
def openapi(path: Path) -> None:
    """Write the API's description, from which the browser's types are made, and beside it that of
    an archive."""
    application = create_app(AppSettings(database_url="mysql+pymysql://nobody@127.0.0.1:1/none"))
    path.write_text(json.dumps(application.openapi(), indent=0, sort_keys=True) + "\n")
    archive = json.dumps(published_schema(), indent=1) + "\n"
    path.with_name("everything.schema.json").write_text(archive)


def _settings(**said: Any) -> AppSettings:
    """From the environment, and over it what the command line says."""
    return AppSettings(**{name: value for name, value in said.items() if value is not None})


@contextmanager
def _session(url: str) -> Iterator[Session]:
    """A session that is committed when all went well."""
    engine = make_engine(url)
    try:
        with make_sessions(engine)() as session:
            yield session
            session.commit()
    finally:
        engine.dispose()


@contextmanager
def _database_of(settings: AppSettings) -> Iterator[str]:
    """The database's address; our own is started for as long as it takes where nobody runs it."""
    if settings.database_url:
        yield settings.database_url
        return
    database = PrivateMariaDB(settings.data_dir)
    is_ours = not is_running(settings.data_dir)
    try:
        database.start()
        migrate(database.url)
        yield database.url
    finally:
        if is_ours:
            database.stop()


@contextmanager
def _sentences() -> Iterator[None]:
    """What went wrong in one sentence on stderr and exit code 1; no traceback."""
    try:
        yield
    except (CannotStart, CannotServe, NewerSchema, NoCertificate, OwlError) as error:
        _say(str(error))
    except ValidationError as error:
        for fault in error.errors():
            name = str(fault["loc"][-1]) if fault["loc"] else "settings"
            variable = f" (OWL_{name.upper()})" if f"OWL_{name.upper()}" in os.environ else ""
            print(f"owl: {name}{variable}: {fault['msg']}", file=sys.stderr)
        raise typer.Exit(1) from None
    except OperationalError as error:
        _say(f"The database does not answer: {error.orig}")
    except ArgumentError:
        _say("OWL_DATABASE_URL is no address of a database: mysql+pymysql://user@host/name")
    except OSError as error:
        _say(f"{error.strerror}: {error.filename}" if error.filename else str(error))


def _say(text: str) -> None:
    print(f"owl: {text}", file=sys.stderr)
    raise typer.Exit(1) from None


if __name__ == "__main__":
    app()
