"""Run every test and close with one plain line of counts."""

import logging
import os
import sys
import unittest
from typing import Any

import django
import hypothesis
from django.apps import apps
from django.conf import settings
from django.contrib.contenttypes.management import create_contenttypes
from django.db import connection
from django.db.migrations.loader import MigrationLoader
from django.db.migrations.recorder import MigrationRecorder
from django.db.models.signals import post_migrate
from django.test.runner import DiscoverRunner
from django.test.utils import get_runner, override_settings

#: Test classes run side by side; more than two only wait for each other's browsers.
PROCESSES = int(os.environ.get("GAUFFER_TEST_PROCESSES") or min(2, os.cpu_count() or 1))


def main() -> int:
    """Run the tests of the core, the API and the browser; 0 if all passed."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "salon.settings")
    django.setup()
    # What tests break on purpose would fill the screen; those that look at the log still see it.
    logging.getLogger("salon").handlers[:] = [logging.NullHandler()]
    # Strong hashes are slow on purpose; no password of a test is worth one.
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
    # Air that changes with the clock would change what plans answer; its own tests switch it on.
    settings.GAUFFER_ROOM = settings.GAUFFER_WEATHER = "none"
    settings.GAUFFER_SCOPE = settings.GAUFFER_SCALE = settings.GAUFFER_GATEWAY = "simulated"
    # Tests sign in more often than people; one of them looks at what stops that.
    settings.SIGN_INS_BY_ADDRESS = settings.SIGN_INS_OVERALL = "100000/min"
    # A property is tried with the same examples every time, or main would turn red by itself;
    # `make bench` tries it with new ones.
    if "--new-examples" not in sys.argv:
        hypothesis.settings.register_profile("same", derandomize=True)
        hypothesis.settings.load_profile("same")
    # Processes of tests may have none of their own; one test of its own tries it.
    settings.WORK_BESIDE = False
    # Every test that commits empties the database again, and Django then tells every app that it
    # was migrated. Once is enough; and nobody asks for Django's own table of permissions.
    last = [app for app in apps.get_app_configs() if app.models_module][-1]
    post_migrate.disconnect(dispatch_uid="django.contrib.auth.management.create_permissions")
    post_migrate.disconnect(create_contenttypes)
    post_migrate.connect(as_migrated, sender=last)
    post_migrate.connect(into_the_file, sender=last)
    arguments = sys.argv[1:]
    failfast = "--failfast" in arguments
    names = [name for name in arguments if not name.startswith("--")]
    runner: Any = counting(get_runner(settings))(
        verbosity=1, interactive=False, parallel=PROCESSES, failfast=failfast
    )
    failed = runner.run_tests(names or ["craft", "salon"])
    print(f"{runner.ran - failed - runner.skipped} passed, {failed} failed")
    return 1 if failed else 0


def as_migrated(**_: object) -> None:
    """Note every migration as done: the tables of tests are made at once, as they stand today."""
    recorder = MigrationRecorder(connection)
    if recorder.applied_migrations():
        return
    recorder.ensure_schema()
    with override_settings(MIGRATION_MODULES={}):
        for app, name in MigrationLoader(connection).disk_migrations:
            recorder.record_applied(app, name)


def into_the_file(**_: object) -> None:
    """Move what SQLite still keeps in its log into the file that the second process copies."""
    if connection.vendor == "sqlite":
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA wal_checkpoint(TRUNCATE)")


def counting(runner: type[DiscoverRunner]) -> type[DiscoverRunner]:
    """The runner, keeping the numbers it would only print."""

    class Counting(runner):  # type: ignore[misc, valid-type]
        ran = 0
        skipped = 0

        def suite_result(
            self, suite: unittest.TestSuite, result: unittest.TestResult, **kwargs: object
        ) -> int:
            self.ran = result.testsRun
            self.skipped = len(result.skipped)
            # A test with several failing subtests is one failed test.
            bad = [test for test, _ in (*result.failures, *result.errors)]
            bad += result.unexpectedSuccesses
            return len({getattr(test, "test_case", test) for test in bad})

    return Counting


if __name__ == "__main__":
    sys.exit(main())
