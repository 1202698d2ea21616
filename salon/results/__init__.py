"""Results: what was learned, stories, trials."""
