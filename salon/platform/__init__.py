"""What any web application needs and no salon: requests, permissions, processes, errors."""
