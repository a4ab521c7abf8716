"""What a take was for: the picture itself, a bracket, the sky or the ground alone.

Revision ID: 0028
Revises: 0027
"""

import sqlalchemy as sa
from alembic import op

revision = "0028"
down_revision = "0027"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("takes", sa.Column("role", sa.String(20), nullable=False, server_default="frame"))
    op.alter_column("takes", "role", server_default=None, existing_type=sa.String(20))


def downgrade() -> None:
    op.drop_column("takes", "role")
