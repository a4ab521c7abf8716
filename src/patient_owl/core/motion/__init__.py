"""What moves during an exposure and how far it gets on the sensor."""
