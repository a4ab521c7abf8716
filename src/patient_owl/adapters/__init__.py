"""What the app asks of the world outside: devices and services, real or simulated."""
