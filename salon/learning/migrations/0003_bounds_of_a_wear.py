"""How long a style lasts is kept as what was seen of it: a last good day and a first faded one.

Earlier samples were read off a line. Their days are taken to lie within a sixth of it; those that
ended at the two weeks of the wash had shown no more than the four days a line was drawn from.
"""

from django.db import migrations, models
from django.db.backends.base.schema import BaseDatabaseSchemaEditor
from django.db.migrations.state import StateApps
from django.db.models import F

NEVER_FADED, LEAST_DAYS = 14.0, 4.0
SHARE = 7 / 6


def bound(apps: StateApps, editor: BaseDatabaseSchemaEditor) -> None:
    """Give earlier samples their bounds."""
    worn = apps.get_model("learning", "LearnedSample").objects.filter(quantity="wear")
    faded = worn.filter(actual__lt=NEVER_FADED)
    faded.update(at_least=F("actual") / SHARE, at_most=F("actual") * SHARE)
    worn.filter(actual__gte=NEVER_FADED).update(at_least=LEAST_DAYS)


class Migration(migrations.Migration):
    dependencies = [
        ("learning", "0002_sections_of_a_cycle"),
    ]

    operations = [
        migrations.AddField(
            model_name="learnedsample",
            name="at_least",
            field=models.FloatField(
                help_text="Where only bounds were seen: it was no less than this.", null=True
            ),
        ),
        migrations.AddField(
            model_name="learnedsample",
            name="at_most",
            field=models.FloatField(help_text="Nor more than this; null: nobody knows.", null=True),
        ),
        migrations.RunPython(bound, migrations.RunPython.noop),
    ]
