"""The private database: its instance, schema, sessions and ownership."""
