import math

from django.db import migrations, models

#: Spread of a drying forecast, and how many of them make a set doubtful, as of this migration.
LOG_SPREAD, DOUBTED_SPREADS = 0.35, 4.0


def leave_out_doubtful(apps, schema_editor):
    """Sets that were opened far from their forecast no longer teach until they are confirmed."""
    for opened in apps.get_model("heads", "OpenedSet").objects.all():
        past = math.log(opened.opened_h / opened.forecast_h)
        early = -past if opened.dryness == "dry" else past
        if early > DOUBTED_SPREADS * LOG_SPREAD:
            opened.doubtful, opened.used = True, False
            opened.save(update_fields=["doubtful", "used"])


class Migration(migrations.Migration):
    dependencies = [
        ("heads", "0009_contact_and_habits"),
    ]

    operations = [
        migrations.AddField(
            model_name="openedset",
            name="doubtful",
            field=models.BooleanField(
                default=False, help_text="Further from its forecast than a set can be."
            ),
        ),
        migrations.AddField(
            model_name="openedset",
            name="used",
            field=models.BooleanField(default=True, help_text="Whether drying is learned from it."),
        ),
        migrations.RunPython(leave_out_doubtful, migrations.RunPython.noop),
    ]
