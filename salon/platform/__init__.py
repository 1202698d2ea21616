"""What any web application needs."""
