"""Generic things to copy into the bag. Figures of sensors and lights are invented, or from memory,
and say so.

They are of the size such sensors have: wells of 45 to 60 thousand electrons, a few electrons
of read noise, a few hundredths of an electron of dark current a second at 20 °C.
"""

from collections.abc import Mapping
from typing import Any

from patient_owl.library.kit.lights import BarSpec, FlashSpec, PanelSpec, ToolSpec, TorchSpec
from patient_owl.library.kit.schemas import (
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


def _lens(name: str, *focal_lengths_mm: float, **spec: Any) -> KitItemIn:
    """A prime by its one focal length, a zoom by its two."""
    shortest, longest = focal_lengths_mm[0], focal_lengths_mm[-1]
    reach = {"shortest_focal_length_mm": shortest, "longest_focal_length_mm": longest}
    return KitItemIn(name=name, spec=LensSpec.model_validate({**reach, **spec}))


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
        name="crop body, 24 MP",
        spec=BodySpec(
            sensor_width_mm=23.5,
            sensor_height_mm=15.6,
            width_px=6000,
            height_px=4000,
            highest_iso=25600,
            full_well_e=32_000,
            read_pre_e=1.5,
            read_post_e=3.4,
            dark_e_s=0.03,
            quantum_efficiency=0.5,
            raw_size_mb=26,
            battery_min=180,
        ),
    ),
    KitItemIn(
        name="four-thirds body, 20 MP",
        spec=BodySpec(
            sensor_width_mm=17.3,
            sensor_height_mm=13.0,
            width_px=5184,
            height_px=3888,
            lowest_iso=200,
            base_iso=200,
            highest_iso=12800,
            full_well_e=25_000,
            read_pre_e=1.4,
            read_post_e=3.0,
            dark_e_s=0.02,
            quantum_efficiency=0.55,
            raw_size_mb=20,
            battery_min=180,
            in_camera_ceiling_s=60,
            stabiliser_stops=6,
        ),
    ),
    KitItemIn(
        name="compact, 1-inch sensor, 20 MP",
        spec=BodySpec(
            sensor_width_mm=13.2,
            sensor_height_mm=8.8,
            width_px=5472,
            height_px=3648,
            lowest_iso=125,
            base_iso=125,
            highest_iso=6400,
            full_well_e=12_000,
            read_pre_e=1.3,
            read_post_e=2.2,
            dark_e_s=0.02,
            quantum_efficiency=0.6,
            raw_size_mb=20,
            battery_min=120,
            stabiliser_stops=3,
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
    _lens("24 mm f/1.8 prime", 24, widest_f_number=1.8),
    _lens("14 mm f/2.8 prime", 14, widest_f_number=2.8),
    _lens("24–70 mm f/2.8 zoom", 24, 70, widest_f_number=2.8, narrowest_f_number=22),
    _lens(
        "70–300 mm f/4–5.6 zoom",
        70,
        300,
        widest_f_number=4,
        widest_f_number_at_longest=5.6,
        narrowest_f_number=32,
        closest_focus_m=1.2,
    ),
    _lens("20 mm f/1.8 prime", 20, widest_f_number=1.8),
    _lens("35 mm f/1.8 prime", 35, widest_f_number=1.8),
    _lens("50 mm f/1.8 prime", 50, widest_f_number=1.8),
    _lens("85 mm f/1.8 prime", 85, widest_f_number=1.8),
    _lens("135 mm f/2 prime", 135, widest_f_number=2),
    _lens("16–35 mm f/2.8 zoom", 16, 35, widest_f_number=2.8, narrowest_f_number=22),
    _lens(
        "18–55 mm f/3.5–5.6 zoom",
        18,
        55,
        widest_f_number=3.5,
        widest_f_number_at_longest=5.6,
        narrowest_f_number=22,
    ),
    _lens(
        "10–18 mm f/4.5–5.6 zoom",
        10,
        18,
        widest_f_number=4.5,
        widest_f_number_at_longest=5.6,
        narrowest_f_number=22,
    ),
    _lens("12–40 mm f/2.8 zoom", 12, 40, widest_f_number=2.8, narrowest_f_number=22),
    _lens("9 mm f/1.8, of a compact", 8.8, widest_f_number=1.8, narrowest_f_number=11),
    _lens(
        "12 mm f/2.8 fisheye",
        12,
        widest_f_number=2.8,
        narrowest_f_number=22,
        blades=7,
        closest_focus_m=0.2,
        projection="fisheye",
    ),
    KitItemIn(name="ND 8", spec=FilterSpec(marking="factor", value=8)),
    KitItemIn(name="ND 64", spec=FilterSpec(marking="factor", value=64)),
    KitItemIn(name="ND 1000", spec=FilterSpec(marking="factor", value=1000)),
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
    KitItemIn(name="torch, 1000 lm wide", spec=TorchSpec(value=1000, beam_deg=70, dims_stops=6)),
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
        name="small panel, 300 lx at 1 m", spec=PanelSpec(value=300, colour_temperature_k=5600)
    ),
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
    KitItemIn(
        name="small hand flash, guide number 20",
        spec=FlashSpec(guide_number_m=20, colour_temperature_k=5500),
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
