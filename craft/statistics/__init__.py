"""Shrinkage and calibrated odds."""
