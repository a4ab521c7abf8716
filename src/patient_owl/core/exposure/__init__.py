"""The exposure: dials, settings, filters, film, brackets, equivalents and what a frame reads."""
