"""From a head, a wish and a room to an ordered routine with its reasons."""
