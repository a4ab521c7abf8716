"""Bring a database to the schema this version knows."""

from alembic import command
from alembic.config import Config
from alembic.runtime.migration import MigrationContext
from alembic.script import ScriptDirectory
from sqlalchemy import create_engine

from patient_owl.ports.settings import PROJECT_DIR


class NewerSchema(Exception):
    """The data was written by a later version than this one."""

    def __init__(self, revision: str) -> None:
        super().__init__(
            f"This data was last used by a newer Patient Owl (schema {revision}). "
            "Nothing was touched. Start the newer version, or point OWL_VAR_DIR elsewhere."
        )


def config_for(url: str) -> Config:
    config = Config()
    config.set_main_option("script_location", str(PROJECT_DIR / "migrations"))
    config.attributes["url"] = url
    return config


def check_revision(revision: str | None) -> None:
    """NewerSchema where data is ahead of the code; None is data of nobody yet."""
    scripts = ScriptDirectory.from_config(config_for(""))
    known = {script.revision for script in scripts.walk_revisions()}
    if revision is not None and revision not in known:
        raise NewerSchema(revision)


def migrate(url: str) -> None:
    """Upgrade to the newest revision; NewerSchema when the data is ahead of the code."""
    config = config_for(url)
    engine = create_engine(url, connect_args={"ssl_disabled": True})
    with engine.connect() as connection:
        revision = MigrationContext.configure(connection).get_current_revision()
    engine.dispose()
    check_revision(revision)
    command.upgrade(config, "head")
