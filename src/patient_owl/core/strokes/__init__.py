"""Strokes of light: letters, drawings, and the sheet that says how they are drawn."""
