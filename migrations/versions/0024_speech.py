"""In which units a photographer is spoken to.

Revision ID: 0024
Revises: 0023
"""

import sqlalchemy as sa
from alembic import op

revision = "0024"
down_revision = "0023"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("users", sa.Column("speech", sa.JSON(), nullable=True))
    op.execute("UPDATE users SET speech = '{}'")
    op.alter_column("users", "speech", existing_type=sa.JSON(), nullable=False)


def downgrade() -> None:
    op.drop_column("users", "speech")
