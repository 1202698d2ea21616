"""Every operation of the API, asked a few times with what its description allows."""

from django.conf import settings
from django.contrib.auth.models import User
from django.test import Client as ApiClient
from django.test import TransactionTestCase

from salon.checks.operations import try_operations
from salon.tests.base import fill_with_demo

CASES, SEED = 1, 20261126


class OperationsTest(TransactionTestCase):
    """In a salon with data; the bench asks more often."""

    maxDiff = None

    def test_nothing_is_answered_that_is_not_described(self) -> None:
        fill_with_demo()
        client = ApiClient()
        client.force_login(User.objects.get(username="mara"))
        self.assertFalse(settings.WORK_BESIDE)
        sent, failed = try_operations(client, CASES, SEED)
        self.assertGreater(sent, 150)
        self.assertEqual("\n".join(f"{name}: {why}" for name, why in failed.items()), "")
