"""Data of the trade and of the literature, unit and source beside each value."""
