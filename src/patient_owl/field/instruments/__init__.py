"""The phone as an instrument: what it must know of a place and a night to do without signal."""
