"""Why, how it looks, and what goes home."""
