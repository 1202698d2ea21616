"""Visits: their log and what follows from it."""
