"""What to change next, from what was seen."""
