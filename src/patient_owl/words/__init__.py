"""The one place where codes and quantities become English."""
