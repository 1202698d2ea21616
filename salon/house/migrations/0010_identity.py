from uuid import NAMESPACE_OID, uuid4, uuid5

from django.db import migrations, models


def identify(apps, schema_editor):
    """Give the salon an id that its older backups will be given, too, when they are restored."""
    first = apps.get_model("auth", "User").objects.order_by("pk").first()
    identity = uuid4() if first is None else uuid5(NAMESPACE_OID, first.date_joined.isoformat())
    for name in ("House", "HistoricalHouse"):
        apps.get_model("house", name).objects.update(identity=identity)


class Migration(migrations.Migration):
    dependencies = [
        ("house", "0009_messages_by_day"),
        ("auth", "0012_alter_user_first_name_max_length"),
    ]

    operations = [
        *(
            migrations.AddField(
                model_name=name,
                name="identity",
                field=models.UUIDField(
                    default=uuid4,
                    editable=False,
                    help_text="Tells this salon's backups from another's.",
                ),
            )
            for name in ("house", "historicalhouse")
        ),
        migrations.RunPython(identify, migrations.RunPython.noop),
    ]
