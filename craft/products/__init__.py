"""Doses, labels against clients, stock, calibration."""
