"""What was made: takes, their photos, the cards they came from, and the logbook."""
