import django.utils.timezone
from django.db import migrations, models


class Migration(migrations.Migration):
    initial = True

    dependencies = [
        ("platform", "0001_initial"),
    ]

    operations = [
        migrations.CreateModel(
            name="Restoration",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("token", models.CharField(max_length=32, unique=True)),
                ("at", models.DateTimeField(default=django.utils.timezone.now)),
            ],
            options={
                "ordering": ["-at"],
            },
        ),
        migrations.CreateModel(
            name="Erasure",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "uid",
                    models.UUIDField(help_text="Lasting id of the client.", null=True, unique=True),
                ),
                (
                    "number",
                    models.PositiveBigIntegerField(
                        help_text="Number the client had; of erasures before clients had lasting ids.",
                        null=True,
                    ),
                ),
                ("at", models.DateTimeField(default=django.utils.timezone.now)),
                ("by", models.CharField(blank=True, help_text="Who did it.", max_length=150)),
            ],
            options={
                "ordering": ["-at"],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(
                            ("uid__isnull", False), ("number__isnull", False), _connector="OR"
                        ),
                        name="erasure_names_a_client",
                    )
                ],
            },
        ),
    ]
