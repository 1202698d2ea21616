"""Learning from visits: drying, factors of people and heads, how good forecasts were."""
