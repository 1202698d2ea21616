"""Learning from visits: drying, minutes, doses, trials."""
