import django.db.models.deletion
import django.utils.timezone
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):
    initial = True

    dependencies = [
        ("platform", "0001_initial"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
        ("clients", "0001_initial"),
    ]

    operations = [
        migrations.CreateModel(
            name="RoomStandIn",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "mode",
                    models.CharField(
                        choices=[
                            ("good", "good"),
                            ("silent", "silent"),
                            ("stuck", "stuck"),
                            ("lost", "lost"),
                        ],
                        default="good",
                        max_length=8,
                    ),
                ),
                ("since", models.DateTimeField(default=django.utils.timezone.now)),
                ("temp_c", models.FloatField(default=22.6, help_text="What it is stuck at [°C].")),
                ("rh", models.FloatField(default=0.58, help_text="What it is stuck at, 0 to 1.")),
            ],
            options={
                "constraints": [
                    models.CheckConstraint(condition=models.Q(("pk", 1)), name="one_room_sensor")
                ],
            },
        ),
        migrations.CreateModel(
            name="ScaleBowl",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("load_g", models.FloatField(default=0)),
                (
                    "before_g",
                    models.FloatField(default=0, help_text="What it showed when the load changed."),
                ),
                ("tare_g", models.FloatField(default=0)),
                ("changed_at", models.DateTimeField(default=django.utils.timezone.now)),
                ("plugged_in", models.BooleanField(default=True)),
            ],
            options={
                "constraints": [
                    models.CheckConstraint(condition=models.Q(("pk", 1)), name="one_scale")
                ],
            },
        ),
        migrations.CreateModel(
            name="ScopePicture",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "zone",
                    models.CharField(
                        blank=True,
                        choices=[
                            ("fringe", "fringe"),
                            ("top", "top"),
                            ("crown", "crown"),
                            ("left", "left"),
                            ("right", "right"),
                            ("back", "back"),
                            ("nape", "nape"),
                        ],
                        max_length=10,
                    ),
                ),
                ("image", models.FileField(upload_to="scope/")),
                ("um_per_px", models.FloatField()),
                ("width_px", models.PositiveIntegerField()),
                ("height_px", models.PositiveIntegerField()),
                ("counted", models.JSONField(help_text="Roots that were found (x, y) [px].")),
                (
                    "corrected",
                    models.JSONField(
                        blank=True, help_text="Roots after the specialist's taps.", null=True
                    ),
                ),
                (
                    "frame",
                    models.JSONField(
                        help_text="Left, top, right, bottom of the counted scalp [px]."
                    ),
                ),
                ("area_cm2", models.FloatField()),
                ("diameter_um", models.FloatField()),
                ("taken_at", models.DateTimeField(default=django.utils.timezone.now)),
                (
                    "client",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="scope_pictures",
                        to="clients.client",
                    ),
                ),
                (
                    "taken_by",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={
                "ordering": ["-taken_at", "-pk"],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(("area_cm2__gt", 0), ("um_per_px__gt", 0)),
                        name="picture_has_a_scale",
                    )
                ],
            },
        ),
    ]
