"""How the set of this plan dries."""
