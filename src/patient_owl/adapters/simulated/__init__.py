"""Small simulated stand-ins behind the ports real devices and services would use."""
