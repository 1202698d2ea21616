"""The head: its geometry and the partings on it."""
