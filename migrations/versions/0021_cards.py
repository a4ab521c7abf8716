"""Cards that are brought in: what their pictures say, and what is thought of them.

A picture's camera clock keeps its figures; it is told no longer as if it ran on UTC.

Revision ID: 0021
Revises: 0020
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0021"
down_revision = "0020"
branch_labels = None
depends_on = None

_MOMENT = mysql.DATETIME(fsp=6)
_NEW = (
    sa.Column(
        "intake_id", sa.Uuid(), sa.ForeignKey("intakes.id", name="photos_intake"), nullable=True
    ),
    sa.Column("also_file", sa.String(200), nullable=False, server_default=""),
    sa.Column("fingerprint", mysql.BINARY(32), nullable=True),
    sa.Column("camera", sa.String(120), nullable=False, server_default=""),
    sa.Column("told_by", sa.String(10), nullable=True),
    sa.Column("focal_length_mm", mysql.DOUBLE(asdecimal=False), nullable=True),
    sa.Column("set_id", sa.Uuid(), nullable=True),
    sa.Column("set_kind", sa.String(10), nullable=False, server_default="single"),
    sa.Column("is_given", sa.Boolean(), nullable=False, server_default=sa.false()),
    sa.Column("pick", sa.String(10), nullable=False, server_default=""),
    sa.Column("is_best", sa.Boolean(), nullable=False, server_default=sa.false()),
    sa.Column("rating", sa.SmallInteger(), nullable=False, server_default="0"),
    sa.Column("note", sa.Text(), nullable=False, server_default=""),
    sa.Column("tags", sa.JSON(), nullable=False, server_default="[]"),
    sa.Column("sketch", sa.LargeBinary(1024), nullable=True),
    sa.Column("look", mysql.MEDIUMBLOB(), nullable=True),
)


def upgrade() -> None:
    op.create_table(
        "intakes",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("user_id", sa.Uuid(), nullable=False),
        sa.Column("night_id", sa.Uuid(), nullable=True),
        sa.Column("label", sa.String(120), nullable=False),
        sa.Column("keeps_pixels", sa.Boolean(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("created_at_utc", _MOMENT, nullable=False),
        sa.Column("changed_at_utc", _MOMENT, nullable=False),
        sa.Column("deleted_at_utc", _MOMENT, nullable=True),
        sa.ForeignKeyConstraint(["user_id"], ["users.id"]),
        sa.ForeignKeyConstraint(["night_id"], ["nights.id"]),
        sa.PrimaryKeyConstraint("id"),
    )
    for column in ("user_id", "night_id"):
        op.create_index(f"ix_intakes_{column}", "intakes", [column])
    for column in _NEW:
        op.add_column("photos", column._copy())
    op.alter_column("photos", "shot_id", existing_type=sa.Uuid(), nullable=True)
    op.create_index("ix_photos_intake_id", "photos", ["intake_id"])
    op.create_index("ux_photos_fingerprint", "photos", ["user_id", "fingerprint"], unique=True)
    op.execute("UPDATE photos SET set_id = id")
    op.execute("UPDATE photos SET told_by = 'file' WHERE taken_at_utc IS NOT NULL")


def downgrade() -> None:
    op.execute(
        "DELETE photo_parts FROM photo_parts JOIN photos ON photos.id = photo_id"
        " WHERE shot_id IS NULL"
    )
    op.execute("DELETE FROM photos WHERE shot_id IS NULL")
    op.drop_index("ux_photos_fingerprint", "photos")
    op.drop_constraint("photos_intake", "photos", type_="foreignkey")
    op.drop_index("ix_photos_intake_id", "photos")
    op.alter_column("photos", "shot_id", existing_type=sa.Uuid(), nullable=False)
    for column in _NEW:
        op.drop_column("photos", column.name)
    op.drop_table("intakes")
