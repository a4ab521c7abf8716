"""What lens and sensor do to light and to directions."""
