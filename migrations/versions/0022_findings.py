"""What every settled shot found of its lights, and which lessons of it are not to act.

Lights that were kept by hand stay, as the findings they are.

Revision ID: 0022
Revises: 0021
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0022"
down_revision = "0021"
branch_labels = None
depends_on = None

_DOUBLE = mysql.DOUBLE(asdecimal=False)
# What a kept light was found against was not written down: a table of scenes is good to this.
_USUAL_SIGMA = "1.5"


def upgrade() -> None:
    op.rename_table("found_lights", "findings")
    for column in (
        sa.Column("night_id", sa.Uuid(), sa.ForeignKey("nights.id", name="findings_night")),
        sa.Column("body_id", sa.Uuid()),
        sa.Column("discipline", sa.String(40), nullable=False, server_default=""),
        sa.Column("spot", sa.String(120), nullable=False, server_default=""),
        sa.Column("part", sa.String(40), nullable=False, server_default=""),
        sa.Column("predicted_ev100", _DOUBLE, nullable=True),
        sa.Column("predicted_sigma_stops", _DOUBLE, nullable=False, server_default=_USUAL_SIGMA),
        sa.Column("is_far", sa.Boolean(), nullable=False, server_default=sa.false()),
        sa.Column("is_on", sa.Boolean(), nullable=False, server_default=sa.true()),
    ):
        op.add_column("findings", column)
    op.execute(
        "UPDATE findings JOIN shots ON shots.id = findings.shot_id"
        " SET findings.night_id = shots.night_id, findings.body_id = shots.body_id,"
        " findings.discipline = shots.discipline, findings.part = findings.light"
    )
    # kept, forgotten and kept again, or under another answer: the newest is what was meant
    op.execute(
        "DELETE older FROM findings older JOIN findings newer ON newer.shot_id = older.shot_id"
        " AND newer.part = older.part"
        " AND (newer.created_at_utc, newer.id) > (older.created_at_utc, older.id)"
    )
    op.execute("UPDATE findings SET is_far = TRUE")  # only those were kept by hand
    op.alter_column("findings", "night_id", existing_type=sa.Uuid(), nullable=False)
    op.alter_column("findings", "body_id", existing_type=sa.Uuid(), nullable=False)
    for column in ("user_id", "place_id"):  # a key stands on one or the other at any time
        op.create_index(f"ix_findings_{column}", "findings", [column])
        op.drop_index(f"ix_found_lights_{column}", "findings")
    op.create_index("ux_findings_part", "findings", ["shot_id", "part"], unique=True)
    op.drop_index("ix_found_lights_shot", "findings", if_exists=True)  # of a way back before
    op.create_index("ix_takes_listed", "takes", ["user_id", "started_at_utc", "id"])
    op.create_table(
        "lessons_off",
        sa.Column("user_id", sa.Uuid(), nullable=False),
        sa.Column("effect", sa.String(20), nullable=False),
        sa.Column("level", sa.String(240), nullable=False),
        sa.ForeignKeyConstraint(["user_id"], ["users.id"]),
        sa.PrimaryKeyConstraint("user_id", "effect", "level"),
    )


def downgrade() -> None:
    op.drop_table("lessons_off")
    op.drop_index("ix_takes_listed", "takes")
    # found by itself, or not confirmed, is not what a kept light was
    op.execute("DELETE FROM findings WHERE NOT (is_far AND is_on)")
    op.drop_constraint("findings_night", "findings", type_="foreignkey")
    for column in ("user_id", "place_id"):
        op.create_index(f"ix_found_lights_{column}", "findings", [column])
        op.drop_index(f"ix_findings_{column}", "findings")
    op.create_index("ix_found_lights_shot", "findings", ["shot_id"])
    op.drop_index("ux_findings_part", "findings")
    for name in (
        "night_id",
        "body_id",
        "discipline",
        "spot",
        "part",
        "predicted_ev100",
        "predicted_sigma_stops",
        "is_far",
        "is_on",
    ):
        op.drop_column("findings", name)
    op.rename_table("findings", "found_lights")
