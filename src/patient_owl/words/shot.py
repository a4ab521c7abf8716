"""What every shot is asked, whatever kind of picture it is to be."""

from collections.abc import Mapping

from patient_owl.words.field_words import FieldWords

QUESTIONS: Mapping[str, FieldWords] = {
    "title": FieldWords("Called"),
    "discipline": FieldWords("Kind of picture"),
    "at_utc": FieldWords("At"),
    "body_id": FieldWords("Body"),
    "lens_id": FieldWords("Lens"),
    "focal_length_mm": FieldWords("Focal length", "mm"),
    "bearing_true_deg": FieldWords("Bearing, true", "°"),
    "tilt_deg": FieldWords("Tilt up", "°"),
    "orientation": FieldWords("Held"),
}
OPTIONS: Mapping[str, str] = {"landscape": "landscape", "portrait": "portrait"}
