"""Write the golden answers and visits again."""

from craft.tests import golden
from craft.tests.golden import visits

golden.write()
visits.write()
