"""Rods, pins, bands and clips, and the curls they make."""
