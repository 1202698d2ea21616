"""Several heads, one pair of hands or more: legal timetables of a day."""

from craft.day.answer import day

__all__ = ["day"]
