"""Other ways to do a service, each planned as a whole: compared, proposed, in a chain."""
