"""A camera and a light meter driven from here; simulated ones stand behind the same ports."""
