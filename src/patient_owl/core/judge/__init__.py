"""What a good photographer would set: every setting of the program is chosen here."""
