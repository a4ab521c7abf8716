"""A beam held up into haze is a kind of picture of its own, lit by a torch.

Revision ID: 0015
Revises: 0014
"""

import json

import sqlalchemy as sa
from alembic import op

revision = "0015"
down_revision = "0014"
branch_labels = None
depends_on = None

# What an orb, blade or bar is asked and a beam is not.
NOT_ASKED = (
    "figure",
    "spins",
    "spin_s",
    "radius_m",
    "walk_m",
    "walk_m_s",
    "columns",
    "column_ms",
    "water_before",
    "lens_over_water_m",
    "tool_over_water_m",
)


def upgrade() -> None:
    for shot_id, inputs in _shots("spun_light"):
        if inputs.get("figure") == "beam_held":
            asked = {key: value for key, value in inputs.items() if key not in NOT_ASKED}
            _keep(shot_id, "beam_in_haze", asked)


def downgrade() -> None:
    for shot_id, inputs in _shots("beam_in_haze"):
        _keep(shot_id, "spun_light", {**inputs, "figure": "beam_held"})


def _shots(discipline: str) -> list[tuple[object, dict[str, object]]]:
    rows = sa.text("SELECT id, inputs FROM shots WHERE discipline = :discipline")
    found = op.get_bind().execute(rows, {"discipline": discipline}).all()
    return [(shot_id, json.loads(inputs)) for shot_id, inputs in found]


def _keep(shot_id: object, discipline: str, inputs: dict[str, object]) -> None:
    row = sa.text("UPDATE shots SET discipline = :discipline, inputs = :inputs WHERE id = :id")
    kept = {"discipline": discipline, "inputs": json.dumps(inputs), "id": shot_id}
    op.get_bind().execute(row, kept)
