"""Everything of an account as one file, out and back in."""
