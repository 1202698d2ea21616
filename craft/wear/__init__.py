"""What is worn between two visits: its days, its limits, what is done at home."""
