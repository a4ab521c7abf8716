"""Looking back: what was learned, every night and take there was, and its story."""
