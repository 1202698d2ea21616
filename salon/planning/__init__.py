"""Plans: from a wish and the record to a saved plan."""
