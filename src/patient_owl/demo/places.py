"""Made-up places: the Vellamark coast, one far south, one above the polar circle."""

from patient_owl.places.schemas import HorizonPoint, PlaceIn

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
        horizon=[
            HorizonPoint(azimuth_deg=azimuth, altitude_deg=altitude)
            for azimuth, altitude in (
                (0, 4),
                (40, 7),
                (75, 11),
                (110, 6),
                (150, 3),
                (185, 2),
                (230, 5),
                (265, 9),
                (300, 6),
                (335, 3),
            )
        ],
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
    "kaimarra": PlaceIn(
        name="Kaimarra Flats",
        latitude_deg=-44.12,
        longitude_deg=170.31,
        elevation_m=710,
        time_zone="Pacific/Auckland",
        sky_brightness_mag_arcsec2=21.9,
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
