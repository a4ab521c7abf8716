"""The scene table's names."""

SCENE_NAMES = {
    "distant_skyline": "distant lit skyline",
    "floodlit_monument": "floodlit monument",
    "night_traffic": "night street with traffic",
    "shopping_street": "bright shopping street",
    "neon": "neon signs",
    "home_interior": "home interior",
    "string_lights": "string lights",
    "campfire": "group lit by a campfire",
    "full_moon_land": "full-moon landscape",
    "aurora": "aurora",
}
