"""People who work in the salon, and how they sign in."""
