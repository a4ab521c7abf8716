"""What was learned: light found at a place, and how sharply somebody's words are meant."""
