"""How the lights that were brought stood when a take was made.

Revision ID: 0013
Revises: 0012
"""

import sqlalchemy as sa
from alembic import op

revision = "0013"
down_revision = "0012"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("takes", sa.Column("levers", sa.JSON(), nullable=True))
    op.execute("UPDATE takes SET levers = '{}'")
    op.alter_column("takes", "levers", existing_type=sa.JSON(), nullable=False)


def downgrade() -> None:
    op.drop_column("takes", "levers")
