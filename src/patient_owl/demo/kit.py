"""Generic kit for the demo; the sensor figures are invented."""

from patient_owl.kit.schemas import BodySpec, KitItemIn, LensSpec

KIT = {
    "full_frame": KitItemIn(
        name="full-frame body, 24 MP",
        spec=BodySpec(
            sensor_width_mm=36,
            sensor_height_mm=24,
            width_px=6000,
            height_px=4000,
            highest_iso=51200,
        ),
    ),
    "crop": KitItemIn(
        name="crop body, 26 MP, half-stop dials",
        spec=BodySpec(
            sensor_width_mm=23.5,
            sensor_height_mm=15.6,
            width_px=6240,
            height_px=4160,
            dial_steps="halves",
            highest_iso=12800,
        ),
    ),
    "wide": KitItemIn(
        name="24 mm f/1.8 prime",
        spec=LensSpec(shortest_focal_length_mm=24, longest_focal_length_mm=24, widest_f_number=1.8),
    ),
    "ultra_wide": KitItemIn(
        name="14 mm f/2.8 prime",
        spec=LensSpec(shortest_focal_length_mm=14, longest_focal_length_mm=14, widest_f_number=2.8),
    ),
    "zoom": KitItemIn(
        name="24–70 mm f/2.8 zoom",
        spec=LensSpec(
            shortest_focal_length_mm=24,
            longest_focal_length_mm=70,
            widest_f_number=2.8,
            narrowest_f_number=22,
        ),
    ),
}
