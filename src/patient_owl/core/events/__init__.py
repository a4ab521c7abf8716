"""What happens at a place besides the sky: tides, shows, trams, gates, beams, passes."""
