"""A whole account: everything out and back in, the trash, and the demo's."""
