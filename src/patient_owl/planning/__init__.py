"""Before the shutter opens: nights, shots, the bench, searches, the order and computed pictures."""
