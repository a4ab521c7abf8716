"""What of a night's pack list is ticked.

Revision ID: 0020
Revises: 0019
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0020"
down_revision = "0019"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "pack_ticks",
        sa.Column("night_id", sa.Uuid(), nullable=False),
        sa.Column("item", sa.String(160), nullable=False),
        sa.Column("is_packed", sa.Boolean(), nullable=False),
        sa.Column("ticked_at_utc", mysql.DATETIME(fsp=6), nullable=False),
        sa.ForeignKeyConstraint(["night_id"], ["nights.id"]),
        sa.PrimaryKeyConstraint("night_id", "item"),
    )


def downgrade() -> None:
    op.drop_table("pack_ticks")
