"""What a photographer has once and comes back to: kit, places and their events, schools, lessons,
readings, and the weather over all of it."""
