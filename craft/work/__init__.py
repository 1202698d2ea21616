"""Hands: how long work takes, when it tires."""
