"""Events of places and nights: lines of prose, and what they mean in one night."""
