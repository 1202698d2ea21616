"""The whole house in one file, out and in again, and what is forgotten for good."""
