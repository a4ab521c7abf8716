"""The running order of a night: planned shots as work to be ordered, and the order as settings."""
