"""At the tripod: the bundle and card that go along, instruments, camera, helpers, practice."""
