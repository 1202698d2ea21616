"""Air, water, fibres, curls: one quantity, one function."""
