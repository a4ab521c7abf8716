"""Practice nights: scenes of our own whose true light is kept back, to try one's hand on."""
