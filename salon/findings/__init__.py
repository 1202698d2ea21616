"""What worked, on whom, how sure we are."""
