"""One file a style."""
