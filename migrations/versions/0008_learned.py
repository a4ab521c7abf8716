"""Light found at a place, and words heard over the takes of a shot.

Revision ID: 0008
Revises: 0007
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "found_lights",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("user_id", sa.Uuid(), nullable=False),
        sa.Column("place_id", sa.Uuid(), nullable=False),
        sa.Column("shot_id", sa.Uuid(), nullable=False),
        sa.Column("light", sa.String(40), nullable=False),
        sa.Column("between", sa.String(40), nullable=False),
        sa.Column("offset_stops", mysql.DOUBLE(asdecimal=False), nullable=False),
        sa.Column("sigma_stops", mysql.DOUBLE(asdecimal=False), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("created_at_utc", mysql.DATETIME(fsp=6), nullable=False),
        sa.Column("changed_at_utc", mysql.DATETIME(fsp=6), nullable=False),
        sa.Column("deleted_at_utc", mysql.DATETIME(fsp=6), nullable=True),
        sa.ForeignKeyConstraint(["user_id"], ["users.id"]),
        sa.ForeignKeyConstraint(["place_id"], ["places.id"]),
        sa.ForeignKeyConstraint(["shot_id"], ["shots.id"]),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index("ix_found_lights_user_id", "found_lights", ["user_id"])
    op.create_index("ix_found_lights_place_id", "found_lights", ["place_id"])
    op.create_table(
        "words_heard",
        sa.Column("shot_id", sa.Uuid(), nullable=False),
        sa.Column("user_id", sa.Uuid(), nullable=False),
        sa.Column("log_odds", sa.JSON(), nullable=False),
        sa.ForeignKeyConstraint(["shot_id"], ["shots.id"]),
        sa.ForeignKeyConstraint(["user_id"], ["users.id"]),
        sa.PrimaryKeyConstraint("shot_id"),
    )
    op.create_index("ix_words_heard_user_id", "words_heard", ["user_id"])


def downgrade() -> None:
    op.drop_table("words_heard")
    op.drop_table("found_lights")
