"""What a running order is made of: standing points, limits of an outing, how a shot may be placed.

Revision ID: 0019
Revises: 0018
"""

import sqlalchemy as sa
from alembic import op

revision = "0019"
down_revision = "0018"
branch_labels = None
depends_on = None

ADDED = (("places", "spots", "[]"), ("nights", "outing", "{}"), ("shots", "ordering", "{}"))


def upgrade() -> None:
    for table, column, empty in ADDED:
        default = sa.text(f"'{empty}'")
        op.add_column(table, sa.Column(column, sa.JSON(), nullable=False, server_default=default))
        op.alter_column(
            table, column, existing_type=sa.JSON(), existing_nullable=False, server_default=None
        )


def downgrade() -> None:
    for table, column, _ in ADDED:
        op.drop_column(table, column)
