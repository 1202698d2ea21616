"""Geometry of the head, and its partings."""
