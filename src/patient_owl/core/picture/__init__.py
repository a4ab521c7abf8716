"""The frame to be expected, computed: light per pixel of the scene, then the camera.

What is drawn is told by layers, far to near (`layers.py`); a discipline adds its own in
`preview/disciplines/`. Everything is in shares of mid-grey: 1 is what the settings render at 18 %.
"""
