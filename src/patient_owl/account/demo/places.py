"""Made-up places: the Vellamark coast, one far south, one above the polar circle."""

from patient_owl.library.places.schemas import HorizonPoint, PlaceIn


def _skyline(points: str) -> list[HorizonPoint]:
    """From pairs of bearing and height."""
    pairs = (point.split() for point in points.split(","))
    return [HorizonPoint(azimuth_deg=float(a), altitude_deg=float(h)) for a, h in pairs]


PLACES = {
    "skarn": PlaceIn(
        name="Skarn Light",
        latitude_deg=43.302,
        longitude_deg=-9.214,
        elevation_m=12,
        time_zone="Europe/Madrid",
        sky_brightness_mag_arcsec2=21.3,
        notes="Lighthouse at the end of the tidal causeway. Park at the slip, then 20 min on foot.",
        hazards="The causeway floods two hours either side of high water.",
    ),
    "ewes": PlaceIn(
        name="The Seven Ewes",
        latitude_deg=43.268,
        longitude_deg=-9.131,
        elevation_m=184,
        time_zone="Europe/Madrid",
        sky_brightness_mag_arcsec2=21.6,
        glow_azimuth_deg=15,
        horizon=_skyline("0 4, 40 7, 75 11, 110 6, 150 3, 185 2, 230 5, 265 9, 300 6, 335 3"),
        notes="Stone ring on the moor, open to the south. Grazing land: ask at the farm.",
        hazards="Bog to the north of the ring.",
    ),
    "vellahavn": PlaceIn(
        name="Vellahavn harbour",
        latitude_deg=43.331,
        longitude_deg=-9.178,
        elevation_m=4,
        time_zone="Europe/Madrid",
        sky_brightness_mag_arcsec2=19.4,
        notes="Quay wall opposite the regatta pontoon.",
        hazards="Unlit edge, wet stone.",
    ),
    "tamsel": PlaceIn(
        name="Tamsel viaduct",
        latitude_deg=43.279,
        longitude_deg=-9.166,
        elevation_m=38,
        time_zone="Europe/Madrid",
        sky_brightness_mag_arcsec2=20.1,
        glow_azimuth_deg=330,
        notes="Meadow below the arches, gate at the north end. A tram every twelve minutes.",
        hazards="Stay off the line; the stream bank gives way.",
    ),
    "mill": PlaceIn(
        name="Alder Mill weir",
        latitude_deg=43.257,
        longitude_deg=-9.152,
        elevation_m=61,
        time_zone="Europe/Madrid",
        sky_brightness_mag_arcsec2=21.2,
        horizon=_skyline("0 14, 35 22, 70 26, 95 18, 130 9, 170 6, 200 11, 240 24, 280 19, 325 10"),
        notes="Flat stones below the weir on the east bank.",
        hazards="The sluice opens without warning; wet stone.",
    ),
    "quill": PlaceIn(
        name="Quill House",
        latitude_deg=43.29,
        longitude_deg=-9.12,
        elevation_m=95,
        time_zone="Europe/Madrid",
        sky_brightness_mag_arcsec2=20.8,
        horizon=_skyline("0 8, 20 12, 60 15, 90 9, 150 5, 210 4, 270 12, 300 21, 330 13"),
        notes="Orangery on the west side; ask the steward for the lamps.",
        hazards="Hot lamps, tiled floor.",
    ),
    "kaimarra": PlaceIn(
        name="Kaimarra Flats",
        latitude_deg=-44.12,
        longitude_deg=170.31,
        elevation_m=710,
        time_zone="Pacific/Auckland",
        sky_brightness_mag_arcsec2=21.9,
        horizon=_skyline("0 3, 50 5, 90 2, 160 1, 220 3, 260 6, 300 8, 335 5"),
        notes="Made-up dry lake in the far south; the core passes overhead in winter.",
        hazards="Frost, and no signal for 40 km.",
    ),
    "hrimvik": PlaceIn(
        name="Hrimvik Point",
        latitude_deg=70.03,
        longitude_deg=20.97,
        elevation_m=20,
        time_zone="Europe/Oslo",
        sky_brightness_mag_arcsec2=21.7,
        notes="Made-up headland above the polar circle.",
        hazards="Ice on the rocks; wind from the north.",
    ),
}
