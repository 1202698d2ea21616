"""What of a style can be measured on a picture: volume, frizz, definition, length, evenness."""

from craft.picture.measuring import Cannot, Measured, Measures, measure

__all__ = ["Cannot", "Measured", "Measures", "measure"]
