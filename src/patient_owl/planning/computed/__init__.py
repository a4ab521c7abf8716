"""The computed picture: the frame a plan leads to, drawn before it is taken."""
