"""A card brought in: its files read piece by piece, matched over the whole night, and placed."""
