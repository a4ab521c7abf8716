"""What a browser says it is, short enough to tell one's sessions apart."""

# In this order: each of them names those behind it too.
_BROWSERS = (
    ("Edg", "Edge"),
    ("OPR/", "Opera"),
    ("Firefox/", "Firefox"),
    ("Chrome/", "Chrome"),
    ("Safari/", "Safari"),
)
_SYSTEMS = (
    ("Android", "Android"),
    ("iPhone", "iPhone"),
    ("iPad", "iPad"),
    ("Windows", "Windows"),
    ("Mac OS", "Mac"),
    ("Linux", "Linux"),
)


def device_text(user_agent: str) -> str:
    """`Firefox on Android`; what it said itself where it is none of those."""
    browser = next((name for mark, name in _BROWSERS if mark in user_agent), None)
    system = next((name for mark, name in _SYSTEMS if mark in user_agent), None)
    if browser is None:
        return user_agent[:60] or "a program without a name"
    return f"{browser} on {system}" if system else browser
