"""Physics: one quantity, one function, each with its source."""
