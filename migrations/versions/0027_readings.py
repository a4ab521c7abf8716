"""What was measured on the spot.

Revision ID: 0027
Revises: 0026
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0027"
down_revision = "0026"
branch_labels = None
depends_on = None

MOMENT = mysql.DATETIME(fsp=6)


def upgrade() -> None:
    op.create_table(
        "readings",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("user_id", sa.Uuid(), sa.ForeignKey("users.id"), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("created_at_utc", MOMENT, nullable=False),
        sa.Column("changed_at_utc", MOMENT, nullable=False),
        sa.Column("deleted_at_utc", MOMENT, nullable=True),
        sa.Column("place_id", sa.Uuid(), sa.ForeignKey("places.id"), nullable=False),
        sa.Column("night_id", sa.Uuid(), sa.ForeignKey("nights.id"), nullable=True),
        sa.Column("shot_id", sa.Uuid(), sa.ForeignKey("shots.id"), nullable=True),
        sa.Column("instrument", sa.String(40), nullable=False),
        sa.Column("made_at_utc", MOMENT, nullable=False),
        sa.Column("count", sa.Integer(), nullable=False),
        sa.Column("figures", sa.JSON(), nullable=False),
        sa.Column("given", sa.JSON(), nullable=False),
        sa.Column("outline", sa.JSON(), nullable=False),
    )
    for column in ("user_id", "place_id", "night_id", "shot_id"):
        op.create_index(f"ix_readings_{column}", "readings", [column])


def downgrade() -> None:
    op.drop_table("readings")
