"""The web's plumbing: errors in words, guards, sessions a request, versions of rows."""
