import django.db.models.deletion
import django.utils.timezone
from django.conf import settings
from django.db import migrations, models

import craft.vocabulary.wear


class Migration(migrations.Migration):
    initial = True

    dependencies = [
        ("platform", "0001_initial"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
        ("booking", "0001_initial"),
        ("clients", "0001_initial"),
        ("visits", "0001_initial"),
    ]

    operations = [
        migrations.CreateModel(
            name="MessageText",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "kind",
                    models.CharField(
                        choices=[
                            ("reminder", "reminder"),
                            ("release", "release"),
                            ("check_in", "check_in"),
                            ("overdue", "overdue"),
                        ],
                        max_length=10,
                        unique=True,
                    ),
                ),
                ("text", models.CharField(max_length=480)),
            ],
        ),
        migrations.CreateModel(
            name="Checkin",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "uuid",
                    models.UUIDField(
                        help_text="Made where it was noted: sent twice, it counts once.",
                        unique=True,
                    ),
                ),
                ("date", models.DateField()),
                ("looks", models.PositiveSmallIntegerField(help_text="1 to 5, by the drawings.")),
                ("dry_when_opened", models.BooleanField(blank=True, null=True)),
                (
                    "slept_with",
                    models.CharField(
                        blank=True,
                        choices=[("scarf", "scarf"), ("bonnet", "bonnet"), ("none", "none")],
                        max_length=10,
                    ),
                ),
                (
                    "refreshed_with",
                    models.CharField(
                        blank=True,
                        choices=[
                            ("styler_spray", "styler_spray"),
                            ("water", "water"),
                            ("oil", "oil"),
                            ("retwist", "retwist"),
                        ],
                        max_length=15,
                    ),
                ),
                (
                    "signs",
                    models.JSONField(blank=True, default=list, help_text="What hurts or worries."),
                ),
                ("note", models.CharField(blank=True, max_length=300)),
                (
                    "rh",
                    models.FloatField(
                        blank=True,
                        help_text="Mean relative humidity of the day; null: not known.",
                        null=True,
                    ),
                ),
                ("received_at", models.DateTimeField(default=django.utils.timezone.now)),
                (
                    "seen_at",
                    models.DateTimeField(
                        blank=True, help_text="By somebody of the salon.", null=True
                    ),
                ),
                (
                    "visit",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="checkins",
                        to="visits.visit",
                    ),
                ),
            ],
            options={
                "ordering": ["date"],
                "constraints": [
                    models.UniqueConstraint(
                        fields=("visit", "date"), name="a_day_is_checked_in_once"
                    ),
                    models.CheckConstraint(
                        condition=models.Q(("looks__gte", 1), ("looks__lte", 5)),
                        name="looks_1_to_5",
                    ),
                ],
            },
        ),
        migrations.CreateModel(
            name="CheckinLink",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "secret_hash",
                    models.CharField(
                        help_text="SHA-256 of the secret.", max_length=64, unique=True
                    ),
                ),
                ("opened_at", models.DateTimeField(default=django.utils.timezone.now)),
                ("expires_at", models.DateTimeField()),
                ("revoked_at", models.DateTimeField(blank=True, null=True)),
                (
                    "opened_by",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
                (
                    "visit",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="checkin_links",
                        to="visits.visit",
                    ),
                ),
            ],
            options={
                "ordering": ["-opened_at", "-pk"],
                "constraints": [
                    models.UniqueConstraint(
                        condition=models.Q(("revoked_at__isnull", True)),
                        fields=("visit",),
                        name="one_open_link_for_a_visit",
                    )
                ],
            },
        ),
        migrations.CreateModel(
            name="LookPicture",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "uuid",
                    models.UUIDField(
                        help_text="Made where it was taken: sent twice, it is kept once.",
                        null=True,
                        unique=True,
                    ),
                ),
                (
                    "view",
                    models.CharField(
                        choices=[
                            ("back", "back"),
                            ("front", "front"),
                            ("left", "left"),
                            ("right", "right"),
                        ],
                        max_length=10,
                    ),
                ),
                (
                    "moment",
                    models.CharField(
                        choices=[
                            ("arrival", "arrival"),
                            ("done", "done"),
                            ("settled", "settled"),
                            ("home", "home"),
                        ],
                        max_length=10,
                    ),
                ),
                ("image", models.FileField(upload_to="looks/")),
                ("width_px", models.PositiveIntegerField()),
                ("height_px", models.PositiveIntegerField()),
                ("taken_at", models.DateTimeField(default=django.utils.timezone.now)),
                (
                    "consented_at",
                    models.DateTimeField(help_text="When the client agreed to this picture."),
                ),
                (
                    "measured_at",
                    models.DateTimeField(blank=True, help_text="Empty while it is not.", null=True),
                ),
                ("measures", models.JSONField(blank=True, null=True)),
                (
                    "cannot",
                    models.CharField(
                        blank=True, help_text="Why it measures nothing.", max_length=20
                    ),
                ),
                (
                    "client",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="look_pictures",
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
                (
                    "visit",
                    models.ForeignKey(
                        blank=True,
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="look_pictures",
                        to="visits.visit",
                    ),
                ),
            ],
            options={
                "ordering": ["-taken_at", "-pk"],
                "indexes": [
                    models.Index(
                        fields=["client", "view", "-taken_at"],
                        name="aftercare_l_client__635d4f_idx",
                    )
                ],
            },
        ),
        migrations.CreateModel(
            name="Message",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "key",
                    models.CharField(
                        help_text="What it is about: nothing is written of it twice.",
                        max_length=80,
                        unique=True,
                    ),
                ),
                (
                    "kind",
                    models.CharField(
                        choices=[
                            ("reminder", "reminder"),
                            ("release", "release"),
                            ("check_in", "check_in"),
                            ("overdue", "overdue"),
                        ],
                        max_length=10,
                    ),
                ),
                (
                    "text",
                    models.TextField(
                        help_text="A link in it is put in when it goes out.", max_length=600
                    ),
                ),
                ("due_at", models.DateTimeField()),
                (
                    "state",
                    models.CharField(
                        choices=[
                            ("waiting", "waiting"),
                            ("sent", "sent"),
                            ("failed", "failed"),
                            ("dropped", "dropped"),
                        ],
                        default=craft.vocabulary.wear.MessageState["WAITING"],
                        max_length=10,
                    ),
                ),
                ("tries", models.PositiveSmallIntegerField(default=0)),
                ("next_try_at", models.DateTimeField()),
                (
                    "why",
                    models.CharField(blank=True, help_text="It did not go out.", max_length=300),
                ),
                ("sent_at", models.DateTimeField(blank=True, null=True)),
                (
                    "receipt",
                    models.CharField(
                        blank=True, help_text="What the gateway calls it.", max_length=80
                    ),
                ),
                (
                    "booking",
                    models.ForeignKey(
                        blank=True,
                        help_text="That it reminds of.",
                        null=True,
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="messages",
                        to="booking.booking",
                    ),
                ),
                (
                    "client",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="messages",
                        to="clients.client",
                    ),
                ),
                (
                    "visit",
                    models.ForeignKey(
                        blank=True,
                        null=True,
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="messages",
                        to="visits.visit",
                    ),
                ),
            ],
            options={
                "ordering": ["-due_at", "-pk"],
                "indexes": [
                    models.Index(
                        fields=["state", "next_try_at"], name="aftercare_m_state_91b21d_idx"
                    )
                ],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(
                            models.Q(
                                ("state", craft.vocabulary.wear.MessageState["SENT"]), _negated=True
                            ),
                            ("sent_at__isnull", False),
                            _connector="OR",
                        ),
                        name="a_sent_message_has_its_hour",
                    )
                ],
            },
        ),
        migrations.CreateModel(
            name="PlannedDay",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("date", models.DateField()),
                (
                    "kind",
                    models.CharField(
                        choices=[
                            ("swim", "swim"),
                            ("sport", "sport"),
                            ("veil", "veil"),
                            ("helmet", "helmet"),
                            ("event", "event"),
                        ],
                        max_length=10,
                    ),
                ),
                (
                    "client",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="planned_days",
                        to="clients.client",
                    ),
                ),
            ],
            options={
                "ordering": ["date", "kind"],
                "constraints": [
                    models.UniqueConstraint(
                        fields=("client", "date", "kind"), name="a_planned_day_once"
                    )
                ],
            },
        ),
    ]
