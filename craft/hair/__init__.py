"""Hair: porosity, density, growth and strength, from what was measured."""
