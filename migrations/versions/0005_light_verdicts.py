"""A word over the added light alone"""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("takes", sa.Column("light_verdict", sa.String(10), nullable=True))


def downgrade() -> None:
    op.drop_column("takes", "light_verdict")
