"""The application on a real MariaDB of its own, in a fresh directory; one for each worker."""

from collections.abc import Callable, Iterator

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import text

from patient_owl.app import create_app
from patient_owl.platform import item_errors
from patient_owl.platform.accounts.schemas import AccountCreate
from patient_owl.platform.accounts.service import make_account
from patient_owl.platform.storage.mariadb import PrivateMariaDB
from patient_owl.platform.storage.migrate import migrate
from patient_owl.platform.storage.sessions import make_engine
from patient_owl.platform.tables import Base
from patient_owl.ports.settings import AppSettings

PASSWORD = "correct horse battery"


@pytest.fixture(scope="session")
def database(tmp_path_factory: pytest.TempPathFactory) -> Iterator[PrivateMariaDB]:
    instance = PrivateMariaDB(tmp_path_factory.mktemp("mariadb"))
    instance.start()
    migrate(instance.url)
    yield instance
    instance.stop()


@pytest.fixture
def app(database: PrivateMariaDB):  # type: ignore[no-untyped-def]
    engine = make_engine(database.url)
    with engine.begin() as connection:
        connection.execute(text("SET FOREIGN_KEY_CHECKS=0"))
        for table in Base.metadata.sorted_tables:
            connection.execute(text(f"DELETE FROM {table.name}"))
    engine.dispose()
    made = create_app(AppSettings(database_url=database.url))
    yield made
    # a client that is not entered runs no shutdown, and the database counts connections
    made.state.sessions.dispose()


@pytest.fixture(autouse=True)
def no_mistake_of_ours(
    request: pytest.FixtureRequest, caplog: pytest.LogCaptureFixture
) -> Iterator[None]:
    """What is kept from a photographer's other shots is not kept from us."""
    yield
    if "makes_mistakes" not in request.keywords:
        mistakes = [r for r in caplog.get_records("call") if r.name == item_errors.__name__]
        assert [record.getMessage() for record in mistakes] == []


@pytest.fixture
def visitor(app) -> Iterator[TestClient]:  # type: ignore[no-untyped-def]
    """Nobody signed in."""
    with TestClient(app, raise_server_exceptions=False) as client:
        yield client


SignedIn = Callable[[str], TestClient]


@pytest.fixture
def signed_in(app) -> Iterator[SignedIn]:  # type: ignore[no-untyped-def]
    """A function that makes an account of that name and a browser signed in to it."""
    clients: list[TestClient] = []

    def enter(name: str) -> TestClient:
        email = f"{name.lower()}@example.org"
        with app.state.sessions() as session:
            make_account(session, AccountCreate(name=name, email=email, password=PASSWORD))
            session.commit()
        client = TestClient(app, raise_server_exceptions=False)
        answer = client.post("/api/v1/session", json={"email": email, "password": PASSWORD})
        client.headers["X-Owl-Csrf"] = answer.json()["csrf_token"]
        clients.append(client)
        return client

    yield enter
    for client in clients:
        client.close()


@pytest.fixture
def ida(signed_in: SignedIn) -> TestClient:
    return signed_in("Ida")
