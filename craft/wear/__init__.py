"""The days between visits: calendar, limits, home care."""
