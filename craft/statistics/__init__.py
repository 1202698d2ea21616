"""Statistics that know nothing of hair: shrinkage and calibrated odds."""
