"""Places get a horizon and a glow; nights get a target, times and the forecast's switch"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None

# what older rows get: the sea for a horizon, no times, the switch off
ADDED = {
    "places": [
        (sa.Column("glow_azimuth_deg", mysql.DOUBLE(asdecimal=False), nullable=True), None),
        (sa.Column("horizon", sa.JSON(), nullable=False), "'[]'"),
    ],
    "nights": [
        (sa.Column("target_key", sa.String(40), nullable=False), "'jupiter'"),
        (sa.Column("uses_forecast", sa.Boolean(), nullable=False), "0"),
        (sa.Column("times", sa.JSON(), nullable=False), "'[]'"),
    ],
}


def upgrade() -> None:
    for table, columns in ADDED.items():
        for column, default in columns:
            column.server_default = sa.DefaultClause(sa.text(default)) if default else None
            op.add_column(table, column)
            if default:
                op.alter_column(
                    table,
                    column.name,
                    existing_type=column.type,
                    existing_nullable=False,
                    server_default=None,
                )


def downgrade() -> None:
    for table, columns in ADDED.items():
        for column, _ in columns:
            op.drop_column(table, column.name)
