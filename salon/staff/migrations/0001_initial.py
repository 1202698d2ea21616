import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models

import salon.platform.roles


class Migration(migrations.Migration):
    initial = True

    dependencies = [
        ("platform", "0001_initial"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name="Colleague",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "role",
                    models.CharField(
                        choices=[
                            ("owner", "owner"),
                            ("specialist", "specialist"),
                            ("assistant", "assistant"),
                            ("front_desk", "front_desk"),
                        ],
                        default=salon.platform.roles.WorkRole["SPECIALIST"],
                        max_length=10,
                    ),
                ),
                ("pace", models.FloatField(default=1.0, help_text="Times the salon minutes.")),
                ("version", models.PositiveIntegerField(default=1)),
                (
                    "user",
                    models.OneToOneField(
                        on_delete=django.db.models.deletion.CASCADE, to=settings.AUTH_USER_MODEL
                    ),
                ),
            ],
            options={
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(("pace__gte", 0.3), ("pace__lte", 3)),
                        name="pace_is_humanly_possible",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(
                            ("role__in", ["owner", "specialist", "assistant", "front_desk"])
                        ),
                        name="role_is_known",
                    ),
                ],
            },
        ),
    ]
