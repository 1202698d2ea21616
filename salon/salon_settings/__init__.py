"""The salon's settings and standards."""
