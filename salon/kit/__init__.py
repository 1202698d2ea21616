"""Rods, pins, clips and where they are."""
