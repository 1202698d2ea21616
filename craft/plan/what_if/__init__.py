"""What if: changes of a plan that are tried, ranked and offered."""
