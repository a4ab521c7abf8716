"""Photographers pick their schools; takes know the filter; kit says more of itself"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("users", sa.Column("schools", sa.JSON(), nullable=False, server_default="{}"))
    op.alter_column(
        "users", "schools", existing_type=sa.JSON(), existing_nullable=False, server_default=None
    )
    double = mysql.DOUBLE(asdecimal=False)
    op.add_column("takes", sa.Column("nd_stops", double, nullable=False, server_default="0"))
    op.alter_column(
        "takes", "nd_stops", existing_type=double, existing_nullable=False, server_default=None
    )


def downgrade() -> None:
    op.drop_column("takes", "nd_stops")
    op.drop_column("users", "schools")
