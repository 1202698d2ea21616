"""What is known of a client: the consultation, estimates with their uncertainty, gaps filled."""
