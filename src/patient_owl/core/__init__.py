"""The rules and computation of the trade: values in, values out.

Nothing here knows a browser, a database, a network, the environment or the clock.
Sources are cited by key; the keys resolve in docs/references.md.
"""
