"""The bench: the rails with no night attached, two taps from anywhere."""
