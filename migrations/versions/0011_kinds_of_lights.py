"""Lights in the kit by kind: torch, panel, flash, tool, bar.

Revision ID: 0011
Revises: 0010
"""

import json

import sqlalchemy as sa
from alembic import op

from patient_owl.library.kit.lights import renewed_light

revision = "0011"
down_revision = "0010"
branch_labels = None
depends_on = None


def upgrade() -> None:
    connection = op.get_bind()
    rows = connection.execute(sa.text("SELECT id, spec FROM kit_items WHERE kind = 'light'")).all()
    for row_id, spec in rows:
        kept = renewed_light(json.loads(spec))
        connection.execute(
            sa.text("UPDATE kit_items SET kind = :kind, spec = :spec WHERE id = :id"),
            {"kind": kept["kind"], "spec": json.dumps(kept), "id": row_id},
        )


def downgrade() -> None:
    """Figures that were not there before are let go of."""
    connection = op.get_bind()
    kinds = "('torch', 'panel', 'flash', 'tool', 'bar')"
    rows = connection.execute(sa.text(f"SELECT id, spec FROM kit_items WHERE kind IN {kinds}"))
    for row_id, spec in rows.all():
        old = json.loads(spec)
        kept = {"kind": "light", "guide_number_m": old.get("guide_number_m")}
        if kept["guide_number_m"] is None:
            kept |= {"lumens": old.get("value", 1), "beam_deg": old.get("beam_deg")}
        connection.execute(
            sa.text("UPDATE kit_items SET kind = 'light', spec = :spec WHERE id = :id"),
            {"spec": json.dumps(kept), "id": row_id},
        )
