"""A client who may be written to, and what the gateway was given."""

import tempfile
from pathlib import Path

from django.test import override_settings
from django.utils import timezone

from salon.clients.models import Client
from salon.salon_settings.models import Salon
from salon.salon_settings.services import current_salon
from salon.tests.base import ApiTest


class MessageTest(ApiTest):
    """A salon in UTC with a client who agreed to messages, and folders of its own."""

    def setUp(self) -> None:
        super().setUp()
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.enterContext(override_settings(VAR_DIR=Path(folder.name)))
        current_salon()
        Salon.objects.update(zone="UTC", name="Quay", phone="0555 01")
        Client.objects.filter(pk=self.person.pk).update(
            contact="message", consented_at=timezone.now(), phone="0555 0177"
        )
        self.person.refresh_from_db()
