"""The form of each kind of kit, read off its specification, and a line about each thing."""

from collections.abc import Callable
from typing import Any, get_args

from pydantic import BaseModel

from patient_owl.library.kit.lights import BarSpec, FlashSpec, Lit, PanelSpec, ToolSpec, TorchSpec
from patient_owl.library.kit.schemas import (
    AnySpec,
    BatterySpec,
    BodySpec,
    CardSpec,
    FilmBackSpec,
    FilterSpec,
    KitKindOut,
    LensSpec,
    RemoteSpec,
    TripodSpec,
)
from patient_owl.library.kit.shelf import SHELF
from patient_owl.platform.questions import question_of
from patient_owl.words.kit import FIELDS, FIGURES_FROM, KINDS, OPTIONS, POCKETS
from patient_owl.words.quantities import centimetres, kilograms, length, number, stops

SPECS: dict[str, type[BaseModel]] = {
    spec.model_fields["kind"].default: spec for spec in get_args(AnySpec)
}


def kinds_out() -> list[KitKindOut]:
    """Every kind with its form, in the order a bag is packed."""
    return [
        KitKindOut(
            kind=kind,
            title=words.title,
            plural=words.plural,
            pocket=next(pocket for pocket, kinds in POCKETS.items() if kind in kinds),
            questions=[
                question_of(key, field, FIELDS.get(f"{kind}.{key}", FIELDS[key]), OPTIONS)
                for key, field in SPECS[kind].model_fields.items()
                if key != "kind"
            ],
            shelf=[item for item in SHELF if item.spec.kind == kind],
        )
        for kind, words in KINDS.items()
    ]


def summary(spec: AnySpec) -> str:
    """One line about a thing, with units."""
    return _LINES[type(spec)](spec)


def _body(spec: BodySpec) -> str:
    pitch = spec.sensor_width_mm / spec.width_px * 1000
    noise = "noise not known"
    if spec.full_well_e is not None:
        noise = f"noise figures {spec.figures_from}"
    return (
        f"{spec.sensor_width_mm:g} × {spec.sensor_height_mm:g} mm, {number(pitch)} µm pixels, "
        f"ISO {spec.lowest_iso:g} to {spec.highest_iso:g}, dials in {spec.dial_steps}, "
        f"bulb beyond {spec.in_camera_ceiling_s:g} s, {noise}"
    )


def _lens(spec: LensSpec) -> str:
    short, long = spec.shortest_focal_length_mm, spec.longest_focal_length_mm
    reach = f"{short:g} mm" if short == long else f"{short:g} to {long:g} mm"
    far = spec.widest_f_number_at_longest
    opens = f"f/{spec.widest_f_number:g}" + (f" to {far:g}" if far else "")
    fish = ", fisheye" if spec.projection == "fisheye" else ""
    return f"{reach}, opens to {opens}, closes to f/{spec.narrowest_f_number:g}{fish}"


def _torch(spec: TorchSpec) -> str:
    dims = f"dims by {stops(spec.dims_stops)}" if spec.dims_stops else ""
    beam = f"{number(spec.intensity_cd)} cd in a beam of {spec.beam_deg:g}°"
    return _lit(spec, beam, dims)


def _panel(spec: PanelSpec) -> str:
    panel = spec.to_domain()
    lowest = f"down to {spec.least_percent:g}\u00a0%"
    return _lit(spec, f"{number(panel.lux_at_1m)} lx at 1 m", lowest)


def _flash(spec: FlashSpec) -> str:
    lowest = f"down to 1/{spec.least_power_part:g}"
    ready = f"again after {spec.recycle_s:g} s"
    return _lit(spec, f"guide number {length(spec.guide_number_m)}", lowest, ready)


def _tool(spec: ToolSpec) -> str:
    long = f"{centimetres(spec.length_cm)} long" if spec.length_cm else ""
    return _lit(spec, f"{number(spec.intensity_cd)} cd, {spec.width_mm:g} mm wide", long)


def _bar(spec: BarSpec) -> str:
    white = f"{number(spec.intensity_cd)} cd all white"
    return _lit(spec, f"{spec.pixels} pixels on {centimetres(spec.length_cm)}", white)


def _lit(spec: Lit, *said: str) -> str:
    gel = f"behind {stops(spec.gel_stops)} of gel" if spec.gel_stops else ""
    figures = f"figures {FIGURES_FROM[spec.figures_from]}"
    parts = (*said, gel, f"{spec.colour_temperature_k:g} K", figures)
    return ", ".join(part for part in parts if part)


def _film_back(spec: FilmBackSpec) -> str:
    by_table = bool(spec.reciprocity_table_s)
    how = "by table" if by_table else f"exponent {spec.reciprocity_exponent:g}"
    size = f"{spec.frame_width_mm:g} × {spec.frame_height_mm:g} mm"
    return f"{size}, {OPTIONS[spec.process]}, ISO {spec.iso:g}, reciprocity {how}"


def _filter(spec: FilterSpec) -> str:
    return f"{stops(spec.stops)}, marked {spec.value:g} ({OPTIONS[spec.marking]})"


def _remote(spec: RemoteSpec) -> str:
    return OPTIONS[spec.release]


def _tripod(spec: TripodSpec) -> str:
    return f"carries {kilograms(spec.load_kg)}, stands {centimetres(spec.height_cm)}"


def _card(spec: CardSpec) -> str:
    return f"{spec.capacity_gb:g} GB"


def _battery(spec: BatterySpec) -> str:
    return f"{spec.count} spare"


_LINES: dict[type[AnySpec], Callable[[Any], str]] = {
    BodySpec: _body,
    FilmBackSpec: _film_back,
    LensSpec: _lens,
    FilterSpec: _filter,
    RemoteSpec: _remote,
    TripodSpec: _tripod,
    CardSpec: _card,
    BatterySpec: _battery,
    TorchSpec: _torch,
    PanelSpec: _panel,
    FlashSpec: _flash,
    ToolSpec: _tool,
    BarSpec: _bar,
}
