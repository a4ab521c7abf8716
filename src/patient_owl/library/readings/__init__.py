"""What was measured on the spot, kept with its ±."""
