"""The names of what lights a scene, and of what stands between it and the sky."""

SCENE_NAMES = {
    "distant_skyline": "distant lit skyline",
    "floodlit_monument": "floodlit monument",
    "night_traffic": "night street with traffic",
    "shopping_street": "bright shopping street",
    "neon": "neon signs",
    "home_interior": "home interior",
    "string_lights": "string lights",
    "string_lights_dimmed": "string lights, dimmed until they draw",
    "campfire": "faces close to a campfire",
    "campfire_camp": "a camp around its fire",
    "candle": "a face by candlelight",
    "tunnel": "tunnel, underpass",
    "works": "works or harbour under floodlight",
    "full_moon_land": "full-moon landscape",
    "full_moon_snow": "snow under a full Moon",
    "aurora": "aurora",
}

BETWEEN_NAMES = {
    "unsaid": "not said yet",
    "open": "nothing, open sky",
    "snow_around": "open, snow or white ground around",
    "wood_edge": "edge of a wood, a street",
    "arcade": "arcade, under a bridge",
    "leaves": "trees in leaf",
    "gorge": "a gorge",
    "gorge_trees": "a gorge with trees",
    "window": "a room, near its window",
    "deep_room": "a room, in its depth",
    "vault": "shuttered store, vault",
}
