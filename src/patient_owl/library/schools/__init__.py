"""The photographer's schools: which side they take where practitioners differ."""
