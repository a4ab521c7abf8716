"""Pictures of takes, and the files kept of them in parts"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None

_MOMENT = mysql.DATETIME(fsp=6)
_DOUBLE = mysql.DOUBLE(asdecimal=False)


def upgrade() -> None:
    op.create_table(
        "photos",
        sa.Column("shot_id", sa.Uuid(), nullable=False),
        sa.Column("take_id", sa.Uuid(), nullable=True),
        sa.Column("file_name", sa.String(200), nullable=False),
        sa.Column("width_px", sa.Integer(), nullable=False),
        sa.Column("height_px", sa.Integer(), nullable=False),
        sa.Column("camera_clock", _MOMENT, nullable=True),
        sa.Column("taken_at_utc", _MOMENT, nullable=True),
        sa.Column("exposure_s", _DOUBLE, nullable=True),
        sa.Column("f_number", _DOUBLE, nullable=True),
        sa.Column("iso", _DOUBLE, nullable=True),
        sa.Column("histogram", sa.JSON(), nullable=False),
        sa.Column("thumbnail", mysql.MEDIUMBLOB(), nullable=False),
        sa.Column("kept_bytes", sa.Integer(), nullable=False),
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("user_id", sa.Uuid(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("created_at_utc", _MOMENT, nullable=False),
        sa.Column("changed_at_utc", _MOMENT, nullable=False),
        sa.Column("deleted_at_utc", _MOMENT, nullable=True),
        sa.ForeignKeyConstraint(["shot_id"], ["shots.id"]),
        sa.ForeignKeyConstraint(["take_id"], ["takes.id"]),
        sa.ForeignKeyConstraint(["user_id"], ["users.id"]),
        sa.PrimaryKeyConstraint("id"),
    )
    for column in ("shot_id", "take_id", "user_id"):
        op.create_index(f"ix_photos_{column}", "photos", [column])
    op.create_table(
        "photo_parts",
        sa.Column("photo_id", sa.Uuid(), nullable=False),
        sa.Column("number", sa.Integer(), autoincrement=False, nullable=False),
        sa.Column("content", mysql.MEDIUMBLOB(), nullable=False),
        sa.ForeignKeyConstraint(["photo_id"], ["photos.id"]),
        sa.PrimaryKeyConstraint("photo_id", "number"),
    )


def downgrade() -> None:
    op.drop_table("photo_parts")
    op.drop_table("photos")
