"""What every shot is asked, whatever kind of picture it is to be."""

from collections.abc import Mapping

from patient_owl.words.field_words import Asked

QUESTIONS: Mapping[str, Asked] = {
    "title": Asked("Called"),
    "discipline": Asked("Kind of picture"),
    "at_utc": Asked("At"),
    "body_id": Asked("Body"),
    "lens_id": Asked("Lens"),
    "focal_length_mm": Asked("Focal length", "mm"),
    "bearing_true_deg": Asked("Bearing, true", "°"),
    "tilt_deg": Asked("Tilt up", "°"),
    "orientation": Asked("Held"),
}
OPTIONS: Mapping[str, str] = {"landscape": "landscape", "portrait": "portrait"}
