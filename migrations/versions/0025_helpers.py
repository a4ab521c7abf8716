"""A session that sees one night alone, for a helper.

Revision ID: 0025
Revises: 0024
"""

import sqlalchemy as sa
from alembic import op

revision = "0025"
down_revision = "0024"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("sessions", sa.Column("night_id", sa.Uuid(), nullable=True))
    op.add_column(
        "sessions",
        sa.Column("has_come", sa.Boolean(), nullable=False, server_default=sa.false()),
    )
    op.create_foreign_key(
        "fk_sessions_night_id_nights",
        "sessions",
        "nights",
        ["night_id"],
        ["id"],
        ondelete="CASCADE",
    )


def downgrade() -> None:
    op.drop_constraint("fk_sessions_night_id_nights", "sessions", type_="foreignkey")
    op.drop_column("sessions", "has_come")
    op.drop_column("sessions", "night_id")
