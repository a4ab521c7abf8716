"""The course of a shot: what happens when, from the first delay to the last close."""
