from uuid import NAMESPACE_OID, uuid4, uuid5

from django.db import migrations, models

HELP = "Lasting id: numbers may come back."


def identify(apps, schema_editor):
    """Give clients ids that older backups will give the same clients when they are restored.

    Numbers alone come back; a number together with the moment it was given does not.
    """
    for name, number in (("Head", "pk"), ("HistoricalHead", "id")):
        model = apps.get_model("heads", name)
        rows = list(model.objects.all())
        for row in rows:
            given = f"{getattr(row, number)} {row.created_at.isoformat()}"
            row.uid = uuid5(NAMESPACE_OID, given)
        model.objects.bulk_update(rows, ["uid"], batch_size=200)


class Migration(migrations.Migration):
    dependencies = [("heads", "0010_learning_choices")]

    operations = [
        migrations.AddField(
            model_name="head",
            name="uid",
            field=models.UUIDField(default=uuid4, editable=False, help_text=HELP, null=True),
        ),
        migrations.AddField(
            model_name="historicalhead",
            name="uid",
            field=models.UUIDField(
                db_index=True, default=uuid4, editable=False, help_text=HELP, null=True
            ),
        ),
        migrations.RunPython(identify, migrations.RunPython.noop),
        migrations.AlterField(
            model_name="head",
            name="uid",
            field=models.UUIDField(default=uuid4, editable=False, help_text=HELP, unique=True),
        ),
        migrations.AlterField(
            model_name="historicalhead",
            name="uid",
            field=models.UUIDField(db_index=True, default=uuid4, editable=False, help_text=HELP),
        ),
    ]
