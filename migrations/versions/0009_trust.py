"""Accounts that hold against strangers, and rows within the bounds of what is asked.

Revision ID: 0009
Revises: 0008
"""

import json
import uuid
from datetime import datetime
from typing import Any

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

from patient_owl.ports.fields import plain, plain_text

revision = "0009"
down_revision = "0008"
branch_labels = None
depends_on = None

MOMENT = mysql.DATETIME(fsp=6)
TEXTS = {
    "places": ("name", "notes", "hazards"),
    "nights": ("title", "notes"),
    "shots": ("title", "notes"),
    "kit_items": ("name",),
    "takes": ("note",),
    "photos": ("file_name",),
}
LISTS = {"nights": ("times",), "shots": ("inputs", "choice"), "kit_items": ("spec",)}
# What could be kept before there were bounds, brought to the nearest value that may be.
BOUNDS = {
    "exposure_s": (1e-5, 1e6),
    "f_number": (0.5, 512),
    "iso": (1, 1e7),
}
FIRST, LAST = datetime(1900, 1, 1), datetime(2053, 9, 1)  # noqa: DTZ001  as they are stored


def upgrade() -> None:
    op.create_table(
        "house",
        sa.Column("id", sa.SmallInteger(), autoincrement=False, nullable=False),
        sa.Column("opened_at_utc", MOMENT, nullable=False),
        sa.PrimaryKeyConstraint("id"),
    )
    op.execute("INSERT INTO house SELECT 1, MIN(created_at_utc) FROM users HAVING COUNT(*) > 0")
    op.alter_column(
        "users",
        "email",
        existing_type=sa.String(254),
        type_=sa.String(254, collation="utf8mb4_bin"),
        existing_nullable=False,
    )
    op.create_table(
        "device_states",
        sa.Column("device_id", sa.Uuid(), nullable=False),
        sa.Column("state", sa.JSON(), nullable=False),
        sa.PrimaryKeyConstraint("device_id"),
    )
    op.create_table(
        "leases",
        sa.Column("kind", sa.String(20), nullable=False),
        sa.Column("user_id", sa.Uuid(), nullable=False),
        sa.Column("slot", sa.SmallInteger(), autoincrement=False, nullable=False),
        sa.Column("holder", sa.Uuid(), nullable=False),
        sa.Column("until_utc", MOMENT, nullable=False),
        sa.PrimaryKeyConstraint("kind", "user_id", "slot"),
    )
    op.create_index("ix_leases_holder", "leases", ["holder"])
    op.drop_table("sign_in_failures")
    op.create_table(
        "sign_in_tries",
        sa.Column("who", mysql.BINARY(32), nullable=False),
        sa.Column("since_utc", MOMENT, nullable=False),
        sa.Column("tries", sa.Integer(), nullable=False),
        sa.PrimaryKeyConstraint("who", "since_utc"),
    )
    op.create_index("ix_sign_in_tries_since_utc", "sign_in_tries", ["since_utc"])
    op.create_table(
        "known_devices",
        sa.Column("token_hash", mysql.BINARY(32), nullable=False),
        sa.Column("user_id", sa.Uuid(), nullable=False),
        sa.Column("seen_at_utc", MOMENT, nullable=False),
        sa.ForeignKeyConstraint(["user_id"], ["users.id"]),
        sa.PrimaryKeyConstraint("token_hash", "user_id"),
    )
    op.create_index("ix_known_devices_user_id", "known_devices", ["user_id"])
    op.create_index("ix_known_devices_seen_at_utc", "known_devices", ["seen_at_utc"])
    op.add_column("sessions", sa.Column("id", sa.Uuid(), nullable=True))
    op.add_column("sessions", sa.Column("device", sa.String(200), nullable=True))
    connection = op.get_bind()
    for (token,) in connection.execute(sa.text("SELECT token_hash FROM sessions")).all():
        connection.execute(
            sa.text("UPDATE sessions SET id = :id, device = '' WHERE token_hash = :token"),
            {"id": uuid.uuid4().hex, "token": token},
        )
    op.alter_column("sessions", "id", existing_type=sa.Uuid(), nullable=False)
    op.alter_column("sessions", "device", existing_type=sa.String(200), nullable=False)
    op.create_unique_constraint("id", "sessions", ["id"])
    op.create_index("ix_sessions_expires", "sessions", ["expires_at_utc"])
    op.create_index("ix_nights_listed", "nights", ["user_id", "evening_date", "id"])
    for name, (least, most) in BOUNDS.items():
        op.execute(f"UPDATE takes SET {name} = LEAST(GREATEST({name}, {least!r}), {most!r})")
    for table, name in (("takes", "started_at_utc"), ("shots", "at_utc")):
        op.execute(f"UPDATE {table} SET {name} = LEAST(GREATEST({name}, '{FIRST}'), '{LAST}')")
    for table in TEXTS:
        _make_plain(connection, table)


def _make_plain(connection: sa.Connection, table: str) -> None:
    texts, lists = TEXTS[table], LISTS.get(table, ())
    names = (*texts, *lists)
    rows = connection.execute(sa.text(f"SELECT id, {', '.join(names)} FROM {table}")).mappings()
    for row in rows.all():
        changed: dict[str, Any] = {n: plain_text(row[n]) for n in texts}
        changed |= {n: json.dumps(plain(json.loads(row[n]))) for n in lists}
        if any(changed[n] != row[n] for n in texts) or any(
            json.loads(changed[n]) != json.loads(row[n]) for n in lists
        ):
            sets = ", ".join(f"{n} = :{n}" for n in names)
            connection.execute(
                sa.text(f"UPDATE {table} SET {sets} WHERE id = :id"), {**changed, "id": row["id"]}
            )


def downgrade() -> None:
    op.drop_index("ix_nights_listed", "nights")
    op.drop_index("ix_sessions_expires", "sessions")
    op.drop_constraint("id", "sessions", type_="unique")
    op.drop_column("sessions", "device")
    op.drop_column("sessions", "id")
    op.drop_table("known_devices")
    op.drop_table("leases")
    op.drop_table("device_states")
    op.drop_table("sign_in_tries")
    op.create_table(
        "sign_in_failures",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("who", sa.String(254), nullable=False),
        sa.Column("at_utc", MOMENT, nullable=False),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index("ix_sign_in_failures_who", "sign_in_failures", ["who", "at_utc"])
    op.alter_column(
        "users",
        "email",
        existing_type=sa.String(254, collation="utf8mb4_bin"),
        type_=sa.String(254),
        existing_nullable=False,
    )
    op.drop_table("house")
