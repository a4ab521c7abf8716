"""Alembic's entry: connects to the address that patient_owl.platform.storage.migrate hands over."""

from alembic import context
from sqlalchemy import create_engine

from patient_owl.platform.storage.base import UtcDateTime
from patient_owl.platform.tables import Base


def render_item(kind, item, autogen_context):
    """Write our own column type as what it is in the database, so migrations stand alone."""
    if kind == "type" and isinstance(item, UtcDateTime):
        autogen_context.imports.add("from sqlalchemy.dialects import mysql")
        return "mysql.DATETIME(fsp=6)"
    return False


engine = create_engine(context.config.attributes["url"], connect_args={"ssl_disabled": True})
with engine.connect() as connection:
    context.configure(
        connection=connection,
        target_metadata=Base.metadata,
        compare_type=True,
        render_item=render_item,
    )
    with context.begin_transaction():
        context.run_migrations()
engine.dispose()
