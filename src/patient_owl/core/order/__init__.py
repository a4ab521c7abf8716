"""The order of a night: which planned shots, when, in what they take and wait for, and what would
make the rest fit."""
