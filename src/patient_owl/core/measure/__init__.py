"""Measuring on the spot: what sensors and taps say, turned into what a plan asks."""
