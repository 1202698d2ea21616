"""Appointments, opening hours, the day."""
