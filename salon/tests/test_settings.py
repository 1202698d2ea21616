"""The settings of a real salon."""

import os
import stat
import subprocess
import sys
from pathlib import Path
from tempfile import TemporaryDirectory
from unittest import TestCase

from django.conf import settings


class DeployTest(TestCase):
    def manage(self, folder: str, *arguments: str) -> subprocess.CompletedProcess[str]:
        env = os.environ | {
            "GAUFFER_VAR": str(Path(folder) / "var"),
            "GAUFFER_HTTPS": "1",
            "GAUFFER_HOSTS": "salon.example",
        }
        # The browser tests set this for themselves.
        env.pop("DJANGO_ALLOW_ASYNC_UNSAFE", None)
        command = [sys.executable, "manage.py", *arguments]
        return subprocess.run(
            command, capture_output=True, text=True, cwd=settings.BASE_DIR, env=env, check=False
        )

    def test_behind_https_nothing_is_left_to_warn_of_and_it_is_its_owners_only(self) -> None:
        with TemporaryDirectory() as folder:
            # Whether the API is described rightly is checked elsewhere, and takes long.
            security = ("--deploy", "--tag", "security")
            done = self.manage(folder, "check", *security, "--fail-level", "WARNING")
            self.assertEqual(done.returncode, 0, done.stderr)
            var = Path(folder) / "var"
            self.assertEqual(stat.S_IMODE(var.stat().st_mode), 0o700)
