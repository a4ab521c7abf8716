"""What was learned, on the wire."""

from datetime import datetime
from uuid import UUID

from pydantic import BaseModel


class FoundLightOut(BaseModel):
    """A light that was found off its prediction at a place, and will be reckoned with there."""

    id: UUID
    text: str
    offset_stops: float
    sigma_stops: float
    found_at_utc: datetime
