"""What a scene to practise on is made of; each kind of picture has its own, beside its plan."""
