"""Visits in progress."""
