"""Products, stock, labels, palm tests."""
