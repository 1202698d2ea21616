"""What can be measured on a picture."""

from craft.picture.measuring import Cannot, Measured, Measures, measure

__all__ = ["Cannot", "Measured", "Measures", "measure"]
