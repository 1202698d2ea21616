"""What a client said is called reported, in the record as in the code."""

from django.db import migrations, models


def rename(old: str, new: str) -> migrations.RunPython:
    """Observations of one method become those of another."""

    def forwards(apps, schema_editor):
        apps.get_model("heads", "Observation").objects.filter(method=old).update(method=new)

    def backwards(apps, schema_editor):
        apps.get_model("heads", "Observation").objects.filter(method=new).update(method=old)

    return migrations.RunPython(forwards, backwards)


class Migration(migrations.Migration):
    dependencies = [
        ("heads", "0005_raised_stop_sign"),
    ]

    operations = [
        rename("told", "reported"),
        migrations.AlterField(
            model_name="observation",
            name="method",
            field=models.CharField(
                choices=[
                    ("by_eye", "By Eye"),
                    ("by_feel", "By Feel"),
                    ("measured", "Measured"),
                    ("counted", "Counted"),
                    ("reported", "Reported"),
                    ("confirmed", "Confirmed"),
                ],
                max_length=10,
            ),
        ),
    ]
