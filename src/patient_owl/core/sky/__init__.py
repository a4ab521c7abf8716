"""Where the Sun, Moon and stars stand, and how much light they leave on the ground."""
