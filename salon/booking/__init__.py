"""The days of the salon: who comes when, whose hands are there, what is where."""
