"""The application for an ASGI server: built files, patience with slow clients, then Django."""

import os

from django.core.asgi import get_asgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "salon.settings")
django_application = get_asgi_application()

from salon.archive.places import clear_leftovers  # noqa: E402  (settings are read first)
from salon.platform.asgi import RequestTimeouts, serve_static_files  # noqa: E402

# What was killed in the midst of a backup or restore is finished, undone or removed.
clear_leftovers()

application = serve_static_files(RequestTimeouts(django_application))
