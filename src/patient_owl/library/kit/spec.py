"""What every kind of kit is made of."""

from pydantic import ConfigDict

from patient_owl.ports.fields import RequestBody


class Spec(RequestBody):
    """What one kind of kit needs to say of itself. An unknown field is refused, not ignored."""

    model_config = ConfigDict(extra="forbid")
