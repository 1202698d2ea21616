"""Counting hairs on a strand scope picture.

A picture is an array of grey values; where it comes from is none of our business. The scope is an
aid to counting, not a medical device: nothing here says anything about the health of a scalp.
"""

from craft.scope.counting import Field, read_field
from craft.scope.quality import Unreadable

__all__ = ["Field", "Unreadable", "read_field"]
