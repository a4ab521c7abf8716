"""Light in parts: what each light of a picture is, what it answers to, how it changes."""
