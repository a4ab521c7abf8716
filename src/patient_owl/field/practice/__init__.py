"""Practice nights: one's attempts at them, apart from every real night."""
