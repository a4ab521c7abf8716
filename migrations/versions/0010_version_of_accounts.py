"""An account has a version, so that two sides taken at once do not undo each other.

Revision ID: 0010
Revises: 0009
"""

import sqlalchemy as sa
from alembic import op

revision = "0010"
down_revision = "0009"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("users", sa.Column("version", sa.Integer(), nullable=False, server_default="1"))
    op.alter_column("users", "version", existing_type=sa.Integer(), server_default=None)


def downgrade() -> None:
    op.drop_column("users", "version")
