"""Clients, their measurements and consultations."""
