"""What was learned of drying was learned against another law: it begins anew.

`manage.py rebuild` learns it again from the logs of the visits, by the law of today.
"""

from django.db import migrations


def forget(apps, schema_editor):
    apps.get_model("heads", "OpenedSet").objects.all().delete()
    apps.get_model("house", "House").objects.update(
        drying_factor=1.0, drying_unsure=0.0, drying_visits=0
    )


class Migration(migrations.Migration):
    dependencies = [
        ("heads", "0007_archived"),
        ("house", "0006_roles"),
        # Visits of old write sets that were opened when their log is made.
        ("findings", "0004_roles_in_order"),
    ]

    operations = [migrations.RunPython(forget, migrations.RunPython.noop)]
