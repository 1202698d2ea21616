"""Whether a client knows the hour is called so."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("booking", "0001_initial")]

    operations = [migrations.RenameField("booking", "told", "client_knows")]
