"""What is drawn with light in a shot.

Revision ID: 0014
Revises: 0013
"""

import sqlalchemy as sa
from alembic import op

revision = "0014"
down_revision = "0013"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("shots", sa.Column("strokes", sa.JSON(), nullable=True))


def downgrade() -> None:
    op.drop_column("shots", "strokes")
