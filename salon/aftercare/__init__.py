"""Aftercare: home card, check-ins, pictures, messages."""
