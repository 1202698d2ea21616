"""The steps of a service, in the order of the work."""
