"""Several heads, one pair of hands or more: timetables of a day, and how a day stands."""
