"""The running order of a night: from kept shots to an order, and back into their minutes."""
