"""The order of a night: which shots, when, and what would make the rest fit."""
