"""Between visits: what is worn, the card for home, how it is at home, and what is written."""
