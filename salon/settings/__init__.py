"""Settings. A salon and the demo run with ``salon.settings``, tests with ``salon.settings.test``.

The demo has no settings of its own: whether devices are simulated follows the data (a salon that
was made by ``manage.py demo``), so that a real salon never plans with invented air.
"""

from salon.settings.base import *  # noqa: F403
