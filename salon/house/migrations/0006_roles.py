"""Everybody who signs in gets a role; whoever was there first was in charge of everything."""

from django.conf import settings
from django.db import migrations, models

ROLES = ["owner", "specialist", "assistant", "front_desk"]


def give_roles(apps, schema_editor):
    User = apps.get_model("auth", "User")
    Colleague = apps.get_model("house", "Colleague")
    held = set(Colleague.objects.values_list("user_id", flat=True))
    Colleague.objects.bulk_create(
        Colleague(user=user) for user in User.objects.order_by("pk") if user.pk not in held
    )
    first = Colleague.objects.order_by("-user__is_superuser", "user_id").first()
    if first is not None:
        first.role = "owner"
        first.save()


class Migration(migrations.Migration):
    dependencies = [
        ("house", "0005_once_and_version"),
        ("auth", "0012_alter_user_first_name_max_length"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.RenameModel(old_name="Specialist", new_name="Colleague"),
        migrations.AddField(
            model_name="colleague",
            name="role",
            field=models.CharField(
                choices=[(role, role) for role in ROLES], default="specialist", max_length=10
            ),
        ),
        migrations.AddField(
            model_name="colleague",
            name="version",
            field=models.PositiveIntegerField(default=1),
        ),
        migrations.RunPython(give_roles, migrations.RunPython.noop),
        migrations.AddConstraint(
            model_name="colleague",
            constraint=models.CheckConstraint(
                condition=models.Q(("role__in", ROLES)), name="role_is_known"
            ),
        ),
    ]
