"""Demo nights with shots and takes, placed around the day the demo is first loaded."""

from datetime import date, timedelta
from typing import Any

from sqlalchemy.orm import Session

from patient_owl.account.demo.earlier import earlier
from patient_owl.account.demo.kit import KIT
from patient_owl.account.demo.loader import Loader
from patient_owl.account.demo.places import PLACES
from patient_owl.library.kit.service import create_item
from patient_owl.library.places.schemas import PlaceIn
from patient_owl.library.places.service import create_place
from patient_owl.planning.nights.outing import OutingIn
from patient_owl.planning.searches.schemas import LightIn, TargetUpIn
from patient_owl.planning.shots.lights import BroughtIn
from patient_owl.planning.shots.ordering import OrderingIn
from patient_owl.planning.shots.schemas import StandInIn
from patient_owl.planning.shots.strokes import StrokesIn
from patient_owl.platform.accounts.router import DEMO_EMAIL
from patient_owl.platform.accounts.schemas import AccountCreate
from patient_owl.platform.accounts.service import make_account
from patient_owl.platform.accounts.store import user_by_email
from patient_owl.platform.accounts.visit import Visit
from patient_owl.platform.storage.base import now_utc
from patient_owl.platform.tables.nights import Night
from patient_owl.ports.devices import Devices

# Skarn Light's tower as it stands from the far end of the causeway; and a stone of the Seven Ewes.
LANTERN = StandInIn(
    shape="tower", height_m=28, width_m=9, distance_m=95, bearing_true_deg=139, base_m=4
)


def _stone(bearing_true_deg: float, height_m: float, distance_m: float) -> StandInIn:
    return StandInIn(
        shape="stone",
        height_m=height_m,
        width_m=height_m / 1.7,
        distance_m=distance_m,
        bearing_true_deg=bearing_true_deg,
    )


_PASSWORD = "a demo needs no secret"  # the demo is entered by its button


SHOW = "regatta fireworks, 22:00 to 22:18, ± 5 min"


SKARN_OUTING = OutingIn(
    travel_min=35, leaves="5:00", contact="Jonas Wren, at home", car="grey van at the slip"
)


def _at(spot: str, **over: Any) -> OrderingIn:
    """A shot's standing point, and what else is said of its place in the night."""
    return OrderingIn(spot=spot, **over)


def _places(today: date) -> dict[str, PlaceIn]:
    """The places with what happens there; Skarn's tide was read for today."""
    waters = f"high water 17:20 4.1 m, low water 23:35 0.7 m, on {today:%Y-%m-%d}"
    events = {
        "skarn": [
            f"causeway dry, water under 2.2 m, {waters}",
            f"rock pool full, water over 1.6 m, {waters}",
            "Skarn Light's beam every 10 s",
        ],
        "tamsel": ["tram every 12 min from 17:08 until 0:20, ± 1 min", "last tram home 0:20"],
        "mill": ["mill gate closes 20:30"],
        "vellahavn": ["market lamps on Fridays and Saturdays from 30 min after sunset to 23:30"],
    }
    spots = {
        "skarn": [
            "slip: 2 min from the car",
            "far end of the causeway: 18 min from slip, only while causeway dry",
        ],
        "vellahavn": [
            "quay wall: 4 min from the car",
            "pontoon: 9 min from the car, 6 min from quay wall",
            "slipway: 12 min from the car, 4 min from pontoon",
        ],
    }
    return {
        key: place.model_copy(update={"events": events.get(key, []), "spots": spots.get(key, [])})
        for key, place in PLACES.items()
    }


def load(session: Session, devices: Devices, today: date) -> None:
    """Fill an empty demo; does nothing when it has been loaded before."""
    if user_by_email(session, DEMO_EMAIL):
        return
    user = make_account(
        session, AccountCreate(name="Ida Tern", email=DEMO_EMAIL, password=_PASSWORD)
    )
    places = {key: create_place(session, user, place).id for key, place in _places(today).items()}
    kit = {key: create_item(session, user, item).id for key, item in KIT.items()}
    loader = Loader(Visit(session, user, devices, now_utc()), places, kit)

    tonight = loader.night("skarn", today, "Skarn Light, first dark", outing=SKARN_OUTING)
    loader.shot(
        tonight,
        "Winter stars over the lantern",
        "22:40",
        135,
        between="open",
        stand_in=LANTERN,
        ordering=_at("far end of the causeway"),
    )
    loader.shot(
        tonight,
        "The pole above the causeway",
        "3:15",
        5,
        lens="ultra_wide",
        focal_length_mm=14,
        between="open",
        ordering=_at("slip"),
    )
    _by_found_light(loader, today)
    past = loader.night("ewes", today - timedelta(days=12), "Ring under a thin moon")
    orion = loader.shot(
        past, "Orion between the stones", "23:30", 150, between="open", stand_in=_stone(155, 2.6, 9)
    )
    loader.takes(orion, ["dark", "right"])
    moor = loader.shot(
        past, "Low moor, wide", "1:10", 200, lens="ultra_wide", focal_length_mm=14, between="open"
    )
    loader.takes(moor, ["black", "bright", "right"])
    earlier(loader, today)
    south = loader.night("kaimarra", date(today.year, 6, 14), "Core overhead")
    loader.shot(
        south,
        "Core over the cracked mud",
        "23:50",
        110,
        lens="ultra_wide",
        focal_length_mm=14,
        panorama_wide_deg=180,
        between="open",
    )
    loader.night("hrimvik", date(today.year, 6, 21), "No night at Hrimvik")
    loader.night("hrimvik", date(today.year, 12, 21), "Polar night at Hrimvik")
    session.commit()


def _by_found_light(loader: Loader, today: date) -> None:
    """One shot of every discipline lit by what is there."""
    ring = loader.night("ewes", today + timedelta(days=9), "The Ewes without a moon")
    loader.shot(
        ring,
        "The sky turns over the ring",
        "22:00",
        0,
        discipline="star_trails",
        lens="ultra_wide",
        focal_length_mm=14,
        tilt_deg=35,
        total_min=120,
        stand_in=_stone(5, 2.6, 6),
    )
    mill = loader.night(
        "mill", today + timedelta(days=2), "Alder Mill in failing light", uses_forecast=True
    )
    loader.shot(
        mill,
        "Silk over the weir",
        "17:45",
        80,
        discipline="moving_water",
        tilt_deg=-8,
        lens="zoom",
        focal_length_mm=35,
        water="cascade",
        between="open",
        water_school="silk",
        distance_m=6,
    )
    tamsel = loader.night("tamsel", today + timedelta(days=3), "Trams over the Tamsel")
    loader.shot(
        tamsel,
        "One tram, whole viaduct",
        "18:20",
        250,
        discipline="vehicle_trails",
        tilt_deg=6,
        vehicle="tram",
        distance_m=40,
        speed_km_h=45,
        camera_height_m=1.2,
    )
    regatta = loader.night(
        "vellahavn",
        today + timedelta(days=4),
        "Regatta night",
        [SHOW],
        outing=OutingIn(travel_min=25, leaves="1:00", contact="Jonas Wren", car="van, east quay"),
    )
    loader.shot(
        regatta,
        "Harbour front, nine frames wide",
        "18:25",
        120,
        discipline="cityscape",
        lens="zoom",
        focal_length_mm=50,
        tilt_deg=4,
        orientation="portrait",
        panorama_wide_deg=175,
        ordering=_at("quay wall", waits_for=[LightIn(light="blue_hour")]),
    )
    loader.shot(
        regatta,
        "Shells over the pontoon",
        "22:05",
        140,
        discipline="fireworks",
        tilt_deg=16,
        orientation="portrait",
        shell_in=5,
        distance_m=420,
        ordering=_at("quay wall"),
    )
    loader.shot(
        regatta,
        "Zoom on the harbour lamps",
        "23:00",
        150,
        discipline="camera_movement",
        lens="zoom",
        focal_length_mm=35,
        tilt_deg=2,
        ordering=_at("pontoon", is_optional=True),
    )
    loader.shot(
        regatta,
        "Quay without legs",
        "23:20",
        60,
        discipline="handheld",
        tilt_deg=0,
        braced="leaning",
        ordering=_at("pontoon", is_optional=True, worth=2),
    )
    quill = loader.night("quill", today + timedelta(days=6), "The orangery at Quill House")
    loader.shot(
        quill,
        "Orange trees by lamplight",
        "17:50",
        200,
        discipline="dim_interior",
        tilt_deg=0,
        focus_m=3,
        near_m=1.8,
        lamp_stops=5,
        windows="windows_in",
    )
    loader.shot(
        quill,
        "The storm beyond the park",
        "19:30",
        300,
        discipline="lightning",
        tilt_deg=4,
        storm_km=28,
    )
    _by_brought_light(loader, ring, regatta, quill)
    _too_full(loader, today)


def _too_full(loader: Loader, today: date) -> None:
    """An evening with more planned than it holds, so that what is said of it can be seen."""
    full = loader.night(
        "tamsel",
        today + timedelta(days=10),
        "Too much for one evening",
        outing=OutingIn(travel_min=20, leaves="20:10", contact="Jonas Wren"),
    )
    blue = [LightIn(light="blue_hour")]
    loader.shot(
        full,
        "Viaduct in the blue hour",
        "18:25",
        250,
        discipline="cityscape",
        lens="zoom",
        focal_length_mm=35,
        tilt_deg=4,
        ordering=OrderingIn(waits_for=blue),
    )
    loader.shot(
        full,
        "One tram, whole arch",
        "18:25",
        250,
        discipline="vehicle_trails",
        tilt_deg=6,
        vehicle="tram",
        distance_m=40,
        ordering=OrderingIn(takes=2),
    )
    loader.shot(
        full,
        "Stream under the arches",
        "18:30",
        200,
        discipline="moving_water",
        tilt_deg=-10,
        lens="zoom",
        focal_length_mm=35,
        between="open",
        ordering=OrderingIn(waits_for=blue, is_optional=True, takes=3, set_up_min=12),
    )
    loader.shot(
        full,
        "The pole over the viaduct",
        "19:00",
        0,
        discipline="star_trails",
        lens="ultra_wide",
        focal_length_mm=14,
        tilt_deg=30,
        total_min=90,
    )
    loader.shot(
        full,
        "Core behind the arches",
        "19:30",
        230,
        between="open",
        ordering=OrderingIn(
            waits_for=[TargetUpIn(target_key="core"), LightIn(light="dark")], is_optional=True
        ),
    )


def _by_brought_light(loader: Loader, ring: Night, regatta: Night, quill: Night) -> None:
    """One shot of every discipline lit by what is carried there."""
    loader.shot(
        ring,
        "The eldest ewe, painted",
        "23:50",
        160,
        discipline="light_painting",
        lens="zoom",
        focal_length_mm=35,
        tilt_deg=2,
        between="open",
        lights=[BroughtIn(key="torch_1", distance_m=4, angle_deg=30, area_m2=6, at_s=5)],
    )
    loader.shot(
        regatta,
        "Ida writes the harbour's name",
        "23:40",
        200,
        discipline="light_writing",
        lens="zoom",
        focal_length_mm=35,
        tilt_deg=2,
        lit_by="metered",
        metered_ev100=-1.5,
        strokes=StrokesIn(text="Vellahavn", height_m=0.4),
        ordering=_at("slipway"),
    )
    loader.shot(
        regatta,
        "Orb on the slipway",
        "0:10",
        220,
        discipline="spun_light",
        lens="zoom",
        focal_length_mm=35,
        tilt_deg=0,
        lit_by="metered",
        metered_ev100=-1.5,
        water_before="still_water",
        ordering=_at("slipway", is_optional=True),
    )
    loader.shot(
        ring,
        "Beam among the Ewes",
        "0:20",
        200,
        discipline="beam_in_haze",
        lens="zoom",
        focal_length_mm=24,
        tilt_deg=8,
        between="open",
        lights=[BroughtIn(key="beam_1", distance_m=3, air="misty", at_s=4, who="performer")],
    )
    loader.shot(
        quill,
        "Orange trees by two panels",
        "19:10",
        200,
        discipline="steady_lights",
        tilt_deg=0,
        between="deep_room",
        lights=[
            BroughtIn(key="panel_1", distance_m=4, angle_deg=45, hue="amber"),
            BroughtIn(key="panel_2", distance_m=6, angle_deg=60, placement_stops=-2, hue="azure"),
        ],
    )
    loader.shot(
        quill,
        "Jonas turns, frozen",
        "19:40",
        180,
        discipline="flash_portrait",
        lens="zoom",
        focal_length_mm=50,
        tilt_deg=0,
        between="deep_room",
    )
