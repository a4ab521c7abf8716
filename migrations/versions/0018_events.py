"""Places and nights have events, told in lines; a night's own times become some.

Revision ID: 0018
Revises: 0017
"""

import json
from datetime import datetime
from zoneinfo import ZoneInfo

import sqlalchemy as sa
from alembic import op

revision = "0018"
down_revision = "0017"
branch_labels = None
depends_on = None


def upgrade() -> None:
    _add_list("places", "events")
    _add_list("nights", "events")
    rows = op.get_bind().execute(
        sa.text(
            "SELECT nights.id, nights.times, places.time_zone FROM nights "
            "JOIN places ON places.id = nights.place_id"
        )
    )
    for night_id, times, zone in rows.all():
        lines = [_line(time, ZoneInfo(zone)) for time in json.loads(times)]
        if lines:
            op.get_bind().execute(
                sa.text("UPDATE nights SET events = :events WHERE id = :id"),
                {"events": json.dumps(lines), "id": night_id},
            )
    op.drop_column("nights", "times")


def downgrade() -> None:
    _add_list("nights", "times")
    op.drop_column("nights", "events")
    op.drop_column("places", "events")


def _add_list(table: str, column: str) -> None:
    """A list that is empty in older rows."""
    op.add_column(
        table, sa.Column(column, sa.JSON(), nullable=False, server_default=sa.text("'[]'"))
    )
    op.alter_column(
        table, column, existing_type=sa.JSON(), existing_nullable=False, server_default=None
    )


def _line(time: dict[str, str | None], zone: ZoneInfo) -> str:
    """`Time: causeway dry, 20:30 to 0:40`"""
    start, end = (
        f"{moment.hour}:{moment.minute:02d}" if (moment := _local(time[name], zone)) else None
        for name in ("start_utc", "end_utc")
    )
    return f"Time: {time['label']}, " + (f"{start} to {end}" if end else f"at {start}")


def _local(text: str | None, zone: ZoneInfo) -> datetime | None:
    return datetime.fromisoformat(text).astimezone(zone) if text else None
