#!/usr/bin/env python
"""Django's command line."""

import os
import sys

from django.core.management import execute_from_command_line

if __name__ == "__main__":
    tests = sys.argv[1:2] == ["test"]
    settings = "salon.settings.test" if tests else "salon.settings"
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", settings)
    execute_from_command_line(sys.argv)
