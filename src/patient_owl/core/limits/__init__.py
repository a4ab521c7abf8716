"""Every limit the recipes draw from: what bounds a control, computed, with its quantities."""
