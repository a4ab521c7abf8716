"""What was learned, in words."""

from patient_owl.learned.models import FoundLightRow
from patient_owl.learned.schemas import FoundLightOut
from patient_owl.words.found import found_text


def found_out(row: FoundLightRow) -> FoundLightOut:
    return FoundLightOut(
        id=row.id,
        text=found_text(row.light, row.between, row.offset_stops),
        offset_stops=row.offset_stops,
        sigma_stops=row.sigma_stops,
        found_at_utc=row.created_at_utc,
    )
