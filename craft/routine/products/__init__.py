"""Which bottle, how much of it, and what speaks against it."""
