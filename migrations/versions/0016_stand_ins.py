"""A shot may have a stand-in for what stands before its sky.

Revision ID: 0016
Revises: 0015
"""

import sqlalchemy as sa
from alembic import op

revision = "0016"
down_revision = "0015"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("shots", sa.Column("stand_in", sa.JSON(), nullable=True))


def downgrade() -> None:
    op.drop_column("shots", "stand_in")
