"""From a request to a plan with its reasons."""
