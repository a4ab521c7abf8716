"""Generic things to copy into the bag. Figures of sensors and lights are invented, or from memory,
and say so.

They are of the size such sensors have: wells of 45 to 60 thousand electrons, a few electrons
of read noise, a few hundredths of an electron of dark current a second at 20 °C.
"""

from collections.abc import Mapping

from patient_owl.kit.lights import BarSpec, FlashSpec, PanelSpec, ToolSpec, TorchSpec
from patient_owl.kit.schemas import (
    AnySpec,
    BatterySpec,
    BodySpec,
    CardSpec,
    FilmBackSpec,
    FilterSpec,
    KitItemIn,
    LensSpec,
    RemoteSpec,
    TripodSpec,
)

SHELF: tuple[KitItemIn, ...] = (
    KitItemIn(
        name="full-frame body, 24 MP",
        spec=BodySpec(
            sensor_width_mm=36,
            sensor_height_mm=24,
            width_px=6000,
            height_px=4000,
            highest_iso=51200,
            full_well_e=58_000,
            read_pre_e=1.6,
            read_post_e=5.5,
            dark_e_s=0.04,
            quantum_efficiency=0.52,
            raw_size_mb=26,
            battery_min=260,
            stabiliser_stops=5,
        ),
    ),
    KitItemIn(
        name="full-frame body, 45 MP",
        spec=BodySpec(
            sensor_width_mm=36,
            sensor_height_mm=24,
            width_px=8256,
            height_px=5504,
            lowest_iso=64,
            base_iso=64,
            full_well_e=55_000,
            read_pre_e=1.9,
            read_post_e=4.2,
            dark_e_s=0.03,
            quantum_efficiency=0.5,
            raw_size_mb=48,
            battery_min=230,
            stabiliser_stops=4,
        ),
    ),
    KitItemIn(
        name="crop body, 26 MP, half-stop dials",
        spec=BodySpec(
            sensor_width_mm=23.5,
            sensor_height_mm=15.6,
            width_px=6240,
            height_px=4160,
            dial_steps="halves",
            highest_iso=12800,
            full_well_e=28_000,
            read_pre_e=1.3,
            read_post_e=3.8,
            dark_e_s=0.03,
            quantum_efficiency=0.5,
            raw_size_mb=28,
            battery_min=200,
            first_curtain="mirror",
        ),
    ),
    KitItemIn(
        name="35 mm film, classic ISO 400",
        spec=FilmBackSpec(
            frame_width_mm=36, frame_height_mm=24, iso=400, reciprocity_exponent=1.31
        ),
    ),
    KitItemIn(
        name="6 × 7 back, ISO 100 by table",
        spec=FilmBackSpec(
            frame_width_mm=70,
            frame_height_mm=56,
            iso=100,
            reciprocity_table_s=[[1, 1.3], [10, 20], [100, 300]],
            scan_ppi=2400,
        ),
    ),
    KitItemIn(
        name="24 mm f/1.8 prime",
        spec=LensSpec(shortest_focal_length_mm=24, longest_focal_length_mm=24, widest_f_number=1.8),
    ),
    KitItemIn(
        name="14 mm f/2.8 prime",
        spec=LensSpec(shortest_focal_length_mm=14, longest_focal_length_mm=14, widest_f_number=2.8),
    ),
    KitItemIn(
        name="24–70 mm f/2.8 zoom",
        spec=LensSpec(
            shortest_focal_length_mm=24,
            longest_focal_length_mm=70,
            widest_f_number=2.8,
            narrowest_f_number=22,
        ),
    ),
    KitItemIn(
        name="70–300 mm f/4–5.6 zoom",
        spec=LensSpec(
            shortest_focal_length_mm=70,
            longest_focal_length_mm=300,
            widest_f_number=4,
            widest_f_number_at_longest=5.6,
            narrowest_f_number=32,
            closest_focus_m=1.2,
        ),
    ),
    KitItemIn(
        name="12 mm f/2.8 fisheye",
        spec=LensSpec(
            shortest_focal_length_mm=12,
            longest_focal_length_mm=12,
            widest_f_number=2.8,
            narrowest_f_number=22,
            blades=7,
            closest_focus_m=0.2,
            projection="fisheye",
        ),
    ),
    KitItemIn(name="ND 8", spec=FilterSpec(marking="factor", value=8)),
    KitItemIn(name="ND 64", spec=FilterSpec(marking="factor", value=64)),
    KitItemIn(name="ND 3.0", spec=FilterSpec(marking="density", value=3)),
    KitItemIn(name="polariser", spec=FilterSpec(marking="polariser", value=1.5)),
    KitItemIn(name="locking cable", spec=RemoteSpec(release="cable")),
    KitItemIn(name="timer remote", spec=RemoteSpec(release="timer")),
    KitItemIn(
        name="carbon tripod, 12 kg", spec=TripodSpec(load_kg=12, height_cm=155, weight_kg=1.7)
    ),
    KitItemIn(name="travel tripod, 5 kg", spec=TripodSpec(load_kg=5, height_cm=130, weight_kg=1.0)),
    KitItemIn(name="card, 64 GB", spec=CardSpec(capacity_gb=64)),
    KitItemIn(name="spare battery", spec=BatterySpec(count=1)),
    KitItemIn(name="torch, 100 lm narrow", spec=TorchSpec(value=100, beam_deg=20)),
    KitItemIn(
        name="torch that reaches 200 m",
        spec=TorchSpec(given_as="beam_distance_m", value=200, beam_deg=12, dims_stops=5),
    ),
    KitItemIn(name="headlamp, 150 lm", spec=TorchSpec(value=150, beam_deg=60, dims_stops=4)),
    KitItemIn(
        name="phone lamp",
        spec=TorchSpec(
            value=50, beam_deg=120, colour_temperature_k=6000, figures_from="from_memory"
        ),
    ),
    KitItemIn(
        name="car, low beam",
        spec=TorchSpec(
            given_as="candela",
            value=15_000,
            beam_deg=25,
            colour_temperature_k=4300,
            figures_from="from_memory",
        ),
    ),
    KitItemIn(name="panel, 1000 lx at 1 m", spec=PanelSpec(value=1000, colour_temperature_k=5600)),
    KitItemIn(
        name="tube, 60 cm",
        spec=PanelSpec(given_as="lumens", value=600, beam_deg=240, colour_temperature_k=4500),
    ),
    KitItemIn(
        name="lantern, candle white",
        spec=PanelSpec(given_as="lumens", value=200, beam_deg=360, colour_temperature_k=2700),
    ),
    KitItemIn(
        name="hand flash, guide number 40",
        spec=FlashSpec(guide_number_m=40, colour_temperature_k=5500),
    ),
    KitItemIn(name="light pen", spec=ToolSpec(value=1.6, width_mm=30)),
    KitItemIn(
        name="orb on a string", spec=ToolSpec(given_as="lumens", value=20, width_mm=60, gel_stops=1)
    ),
    KitItemIn(
        name="light blade, 40 cm",
        spec=ToolSpec(given_as="lumens", value=60, width_mm=80, length_cm=40, gel_stops=1),
    ),
    KitItemIn(name="pixel bar, 144 on 1 m", spec=BarSpec(value=60)),
)

# What stands for a light nobody named: the first of its kind.
GENERIC_LIGHTS: Mapping[str, AnySpec] = {item.spec.kind: item.spec for item in reversed(SHELF)}
