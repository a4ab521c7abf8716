"""What several plans share on the wire: rails, a solved exposure, a form told as prose."""
