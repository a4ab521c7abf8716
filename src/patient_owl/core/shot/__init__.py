"""A shot planned, and what follows from its plan: as light moves, as takes are judged and found."""
