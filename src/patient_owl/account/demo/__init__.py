"""The made-up Vellamark coast: one photographer, her kit, her places and some nights."""
