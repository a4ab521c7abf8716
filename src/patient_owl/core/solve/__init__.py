"""Settings that serve the lights, and what stands in the way."""
