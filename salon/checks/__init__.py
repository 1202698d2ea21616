"""Tools around the code: running the tests, measuring speed, taking pictures."""
