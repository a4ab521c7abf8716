"""The lights that are brought to a shot.

Revision ID: 0012
Revises: 0011
"""

import sqlalchemy as sa
from alembic import op

revision = "0012"
down_revision = "0011"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("shots", sa.Column("lights", sa.JSON(), nullable=True))
    op.execute("UPDATE shots SET lights = '[]'")
    op.alter_column("shots", "lights", existing_type=sa.JSON(), nullable=False)


def downgrade() -> None:
    op.drop_column("shots", "lights")
