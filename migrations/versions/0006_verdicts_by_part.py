"""Words by the light they are about, frames of a run, and what film lost.

Until now a take had a word for the picture and one for the added light; fireworks were the only
kind of picture with such a light, its bursts, and their other word was about the town.

Revision ID: 0006
Revises: 0005
"""

import json

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None

_ROWS = sa.text(
    "SELECT takes.id, takes.verdict, takes.light_verdict, shots.discipline "
    "FROM takes JOIN shots ON shots.id = takes.shot_id"
)


def upgrade() -> None:
    op.add_column("takes", sa.Column("lost_stops", sa.Double(), nullable=True))
    op.add_column("takes", sa.Column("frames", sa.Integer(), nullable=False, server_default="1"))
    op.add_column("takes", sa.Column("verdicts", sa.JSON(), nullable=True))
    connection = op.get_bind()
    for row_id, word, light_word, discipline in connection.execute(_ROWS).all():
        of_picture = "town" if discipline == "fireworks" else "whole"
        said = {of_picture: word, "bursts": light_word}
        verdicts = json.dumps({part: w for part, w in said.items() if w})
        connection.execute(
            sa.text("UPDATE takes SET verdicts = :verdicts WHERE id = :id"),
            {"verdicts": verdicts, "id": row_id},
        )
    op.alter_column("takes", "verdicts", existing_type=sa.JSON(), nullable=False)
    op.alter_column("takes", "frames", existing_type=sa.Integer(), server_default=None)
    op.drop_column("takes", "verdict")
    op.drop_column("takes", "light_verdict")


def downgrade() -> None:
    op.add_column("takes", sa.Column("verdict", sa.String(10), nullable=True))
    op.add_column("takes", sa.Column("light_verdict", sa.String(10), nullable=True))
    connection = op.get_bind()
    for row_id, verdicts in connection.execute(sa.text("SELECT id, verdicts FROM takes")).all():
        said = json.loads(verdicts)
        connection.execute(
            sa.text("UPDATE takes SET verdict = :word, light_verdict = :light WHERE id = :id"),
            {
                "word": said.get("whole", said.get("town")),
                "light": said.get("bursts"),
                "id": row_id,
            },
        )
    for column in ("verdicts", "frames", "lost_stops"):
        op.drop_column("takes", column)
