"""Backup, restore and erasing clients."""
