"""Attempts at practice nights, apart from everything real.

Revision ID: 0017
Revises: 0016
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0017"
down_revision = "0016"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "practice_attempts",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("user_id", sa.Uuid(), nullable=False),
        sa.Column("scenario", sa.String(40), nullable=False),
        sa.Column("seed", sa.Integer(), nullable=False),
        sa.Column("frames", sa.JSON(), nullable=False),
        sa.Column("kept_frame", sa.Integer(), nullable=True),
        sa.Column("is_over", sa.Boolean(), nullable=False),
        sa.Column("is_met", sa.Boolean(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("created_at_utc", mysql.DATETIME(fsp=6), nullable=False),
        sa.Column("changed_at_utc", mysql.DATETIME(fsp=6), nullable=False),
        sa.Column("deleted_at_utc", mysql.DATETIME(fsp=6), nullable=True),
        sa.ForeignKeyConstraint(["user_id"], ["users.id"]),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index("ix_practice_attempts_user_id", "practice_attempts", ["user_id"])


def downgrade() -> None:
    op.drop_table("practice_attempts")
