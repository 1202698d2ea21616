"""The test runner: Django's own, with tables made once and one plain line of counts at the end."""

import argparse
import logging
import os
import unittest
from collections.abc import Sequence
from pathlib import Path
from typing import Any

import hypothesis
from django.apps import apps
from django.contrib.contenttypes.management import create_contenttypes
from django.db import connection
from django.db.migrations.loader import MigrationLoader
from django.db.migrations.recorder import MigrationRecorder
from django.db.models.signals import post_migrate
from django.test.runner import DiscoverRunner
from django.test.utils import override_settings

#: Test classes run side by side; more than two only wait for each other's browsers.
PROCESSES = int(os.environ.get("GAUFFER_TEST_PROCESSES") or min(2, os.cpu_count() or 1))
PACKAGES = ["craft", "salon"]


class Runner(DiscoverRunner):
    """Runs the tests of the core, the API and the browser."""

    def __init__(self, *args: Any, new_examples: bool = False, **kwargs: Any) -> None:
        kwargs["parallel"] = kwargs.get("parallel") or PROCESSES
        super().__init__(*args, **kwargs)
        # A property is tried with the same examples every time, or main would turn red by itself;
        # `make bench` tries it with new ones. A busy machine may take its time over each.
        hypothesis.settings.register_profile("new", deadline=None)
        hypothesis.settings.register_profile("same", deadline=None, derandomize=True)
        hypothesis.settings.load_profile("new" if new_examples else "same")

    @classmethod
    def add_arguments(cls, parser: argparse.ArgumentParser) -> None:
        """Add the options of this runner."""
        super().add_arguments(parser)
        parser.add_argument(
            "--new-examples", action="store_true", help="Try properties with new examples."
        )

    def setup_test_environment(self, **kwargs: Any) -> None:
        """Prepare for the tests, and keep what they break on purpose off the screen."""
        super().setup_test_environment(**kwargs)
        # Tests that look at the log still see it.
        logging.getLogger("salon").handlers[:] = [logging.NullHandler()]

    def setup_databases(self, **kwargs: Any) -> Any:
        """Make the tables at once, as they stand today."""
        forget_killed_runs()
        # Every test that commits empties the database again, and Django then tells every app that
        # it was migrated. Once is enough; and nobody asks for Django's own table of permissions.
        last = [app for app in apps.get_app_configs() if app.models_module][-1]
        post_migrate.disconnect(dispatch_uid="django.contrib.auth.management.create_permissions")
        post_migrate.disconnect(create_contenttypes)
        post_migrate.connect(record_migrations, sender=last)
        post_migrate.connect(checkpoint, sender=last)
        return super().setup_databases(**kwargs)

    def build_suite(self, test_labels: Sequence[str] | None = None, **kwargs: Any) -> Any:
        """The tests of these labels; all there are where none are named."""
        return super().build_suite(test_labels or PACKAGES, **kwargs)

    def suite_result(
        self, suite: unittest.TestSuite, result: unittest.TestResult, **kwargs: Any
    ) -> int:
        """The number of failed tests; also prints the one line of counts."""
        # A test with several failing subtests is one failed test.
        bad = [test for test, _ in (*result.failures, *result.errors)]
        bad += result.unexpectedSuccesses
        failed = len({getattr(test, "test_case", test) for test in bad})
        print(f"{result.testsRun - failed - len(result.skipped)} passed, {failed} failed")
        return failed


def forget_killed_runs() -> None:
    """Delete what a run that was killed left: SQLite would read its log into the new database."""
    test = connection.settings_dict["TEST"]["NAME"]
    if connection.vendor != "sqlite" or not test:
        return
    name = Path(str(test))
    for left in name.parent.glob(f"{name.stem}_*{name.suffix}*"):
        left.unlink(missing_ok=True)


def record_migrations(**_: object) -> None:
    """Note every migration as done: the tables of tests are made at once, as they stand today."""
    recorder = MigrationRecorder(connection)
    if recorder.applied_migrations():
        return
    recorder.ensure_schema()
    with override_settings(MIGRATION_MODULES={}):
        for app, name in MigrationLoader(connection).disk_migrations:
            recorder.record_applied(app, name)


def checkpoint(**_: object) -> None:
    """Move what SQLite still keeps in its log into the file that the second process copies."""
    if connection.vendor == "sqlite":
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA wal_checkpoint(TRUNCATE)")
