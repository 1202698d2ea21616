"""The chair: visits under way."""
