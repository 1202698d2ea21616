"""The timetable of a day: solver, odds, conflicts."""
