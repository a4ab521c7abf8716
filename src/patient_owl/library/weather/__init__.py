"""Weather for a night: the port a provider stands behind, and what the night makes of it."""
