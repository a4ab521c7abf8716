"""Which pictures belong together, which take each is of, and how far a camera's clock is off."""
