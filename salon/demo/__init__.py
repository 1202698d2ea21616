"""The invented salon of the demo."""
