"""What is known of a client, and how surely."""
