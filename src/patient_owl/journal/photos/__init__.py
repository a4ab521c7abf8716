"""Pictures of takes: what they tell, a thumbnail, and the file itself when asked to keep it."""
