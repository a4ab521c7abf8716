"""One night given to a helper, to read and to run."""
