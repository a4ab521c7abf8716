"""What was seen in a take besides words: faults, lights that were read off it, the time that was
set where it was closed early, and the moment its shot was meant for; a take and its pictures are
kept together from now on.

Revision ID: 0029
Revises: 0028
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0029"
down_revision = "0028"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("takes", sa.Column("meant_for_utc", mysql.DATETIME(fsp=6)))
    op.execute(
        "UPDATE takes JOIN shots ON shots.id = takes.shot_id SET meant_for_utc = shots.at_utc"
    )
    op.add_column("takes", sa.Column("set_exposure_s", sa.Double(), nullable=True))
    for name, empty in (("faults", "[]"), ("spots", "{}")):
        op.add_column("takes", sa.Column(name, sa.JSON(), nullable=True))
        op.execute(f"UPDATE takes SET {name} = '{empty}'")
        op.alter_column("takes", name, nullable=False, existing_type=sa.JSON())
    # a kept take without a kept picture: its pictures are; a kept picture: its take is
    op.execute(
        "UPDATE photos JOIN takes ON takes.id = photos.take_id LEFT JOIN "
        "(SELECT DISTINCT take_id FROM photos "
        "WHERE pick = 'kept' AND deleted_at_utc IS NULL) AS some "
        "ON some.take_id = takes.id SET photos.pick = 'kept' "
        "WHERE takes.is_keeper AND some.take_id IS NULL AND photos.pick = ''"
    )
    op.execute(
        "UPDATE takes JOIN photos ON takes.id = photos.take_id SET takes.is_keeper = 1 "
        "WHERE photos.pick = 'kept' AND photos.deleted_at_utc IS NULL"
    )


def downgrade() -> None:
    op.drop_column("takes", "meant_for_utc")
    op.drop_column("takes", "set_exposure_s")
    op.drop_column("takes", "spots")
    op.drop_column("takes", "faults")
