"""Porosity, density, growth, strength."""
