"""A stop sign is raised and cleared: the names say so."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("heads", "0004_opened_sets")]

    operations = [
        migrations.RenameModel("StopSignSeen", "RaisedStopSign"),
        migrations.RenameField("RaisedStopSign", "seen_at", "raised_at"),
        migrations.RenameField("RaisedStopSign", "seen_by", "raised_by"),
        migrations.AlterModelOptions("RaisedStopSign", {"ordering": ["-raised_at", "-pk"]}),
    ]
