"""Which lights somebody changed before a take.

Revision ID: 0007
Revises: 0006
"""

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("takes", sa.Column("scene_changed", sa.JSON(), nullable=True))
    op.execute("UPDATE takes SET scene_changed = '[]'")
    op.alter_column("takes", "scene_changed", existing_type=sa.JSON(), nullable=False)


def downgrade() -> None:
    op.drop_column("takes", "scene_changed")
