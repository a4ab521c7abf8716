"""The field: a night in one bundle that works where there is no signal."""
