"""Write the golden answers anew."""

from craft.tests.golden import write

write()
