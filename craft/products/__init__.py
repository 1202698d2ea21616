"""Products: doses, layers, what speaks against a bottle, stock and shelf life."""
