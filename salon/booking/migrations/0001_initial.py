import uuid

import django.db.models.deletion
import django.utils.timezone
from django.conf import settings
from django.db import migrations, models

import salon.booking.models


class Migration(migrations.Migration):
    initial = True

    dependencies = [
        ("platform", "0001_initial"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
        ("clients", "0001_initial"),
        ("planning", "0001_initial"),
    ]

    operations = [
        migrations.CreateModel(
            name="Day",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("date", models.DateField(unique=True)),
                ("version", models.PositiveIntegerField(default=1)),
            ],
        ),
        migrations.CreateModel(
            name="Holiday",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("date", models.DateField(unique=True)),
                ("reason", models.CharField(blank=True, max_length=120)),
            ],
            options={
                "ordering": ["date"],
            },
        ),
        migrations.CreateModel(
            name="StationCount",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "station",
                    models.CharField(
                        choices=[
                            ("chair", "chair"),
                            ("basin", "basin"),
                            ("hood", "hood"),
                            ("steamer", "steamer"),
                            ("away", "away"),
                        ],
                        max_length=10,
                        unique=True,
                    ),
                ),
                ("count", models.PositiveSmallIntegerField()),
            ],
        ),
        migrations.CreateModel(
            name="Booking",
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
                        default=uuid.uuid4, help_text="Made where it was booked.", unique=True
                    ),
                ),
                ("sitting", models.PositiveSmallIntegerField(default=1)),
                ("title", models.CharField(max_length=120)),
                (
                    "state",
                    models.CharField(
                        choices=[
                            ("booked", "booked"),
                            ("here", "here"),
                            ("running", "running"),
                            ("done", "done"),
                            ("no_show", "no_show"),
                            ("cancelled", "cancelled"),
                        ],
                        default="booked",
                        max_length=10,
                    ),
                ),
                ("start", models.DateTimeField(help_text="When the client is to come: promised.")),
                ("end", models.DateTimeField(help_text="When it is done, as planned.")),
                (
                    "promised_end",
                    models.DateTimeField(blank=True, help_text="Promised to be done.", null=True),
                ),
                ("walk_in", models.BooleanField(default=False)),
                (
                    "late_min",
                    models.PositiveSmallIntegerField(default=0, help_text="Comes so much late."),
                ),
                ("note", models.CharField(blank=True, max_length=200)),
                (
                    "reason",
                    models.CharField(blank=True, help_text="Why it was cancelled.", max_length=200),
                ),
                (
                    "told",
                    models.BooleanField(default=True, help_text="The client knows this hour."),
                ),
                ("version", models.PositiveIntegerField(default=1)),
                ("booked_at", models.DateTimeField(default=django.utils.timezone.now)),
                (
                    "booked_by",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
                (
                    "client",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="bookings",
                        to="clients.client",
                    ),
                ),
                (
                    "plan",
                    models.ForeignKey(
                        blank=True,
                        null=True,
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="bookings",
                        to="planning.plan",
                    ),
                ),
                (
                    "wanted",
                    models.ForeignKey(
                        blank=True,
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={
                "ordering": ["start", "pk"],
                "indexes": [
                    models.Index(fields=["start", "end"], name="booking_boo_start_715b64_idx"),
                    models.Index(fields=["client", "start"], name="booking_boo_client__762647_idx"),
                ],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(("end__gt", models.F("start"))),
                        name="a_booking_has_length",
                    ),
                    models.UniqueConstraint(
                        condition=models.Q(
                            ("plan__isnull", False), ("state__in", ["booked", "here", "running"])
                        ),
                        fields=("plan", "sitting"),
                        name="a_sitting_is_booked_once",
                    ),
                    models.UniqueConstraint(
                        condition=models.Q(("state__in", ["booked", "here", "running"])),
                        fields=("client", "start"),
                        name="a_client_comes_once_at_a_time",
                    ),
                ],
            },
        ),
        migrations.CreateModel(
            name="BookedSegment",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("index", models.PositiveSmallIntegerField()),
                ("step", models.CharField(blank=True, max_length=60)),
                ("title", models.CharField(max_length=120)),
                ("family", models.CharField(blank=True, max_length=20)),
                ("station", models.CharField(max_length=10)),
                ("hands", models.BooleanField()),
                ("fine", models.BooleanField(default=False)),
                (
                    "minutes",
                    models.FloatField(help_text="At the salon pace where hands are on the hair."),
                ),
                ("minutes_most", models.FloatField(null=True)),
                ("max_wait_after", models.FloatField(null=True)),
                ("spread", models.FloatField(default=0)),
                ("start", models.DateTimeField()),
                ("end", models.DateTimeField()),
                (
                    "specialist",
                    models.ForeignKey(
                        blank=True,
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
                (
                    "booking",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="segments",
                        to="booking.booking",
                    ),
                ),
            ],
            options={
                "ordering": ["booking", "index"],
                "indexes": [
                    models.Index(fields=["start", "end"], name="booking_boo_start_a21474_idx")
                ],
                "constraints": [
                    models.UniqueConstraint(
                        fields=("booking", "index"), name="a_segment_is_there_once"
                    ),
                    models.CheckConstraint(
                        condition=models.Q(("end__gte", models.F("start"))),
                        name="a_segment_ends_later",
                    ),
                ],
            },
        ),
        migrations.CreateModel(
            name="CalendarLink",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("secret", models.CharField(max_length=64, unique=True)),
                ("created_at", models.DateTimeField(default=django.utils.timezone.now)),
                ("revoked_at", models.DateTimeField(blank=True, null=True)),
                (
                    "user",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={
                "ordering": ["-created_at"],
            },
        ),
        migrations.CreateModel(
            name="DayChange",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("date", models.DateField()),
                (
                    "seen",
                    models.PositiveIntegerField(
                        help_text="Number of the date when it was worked out."
                    ),
                ),
                ("answer", models.JSONField(help_text="Of the core.")),
                ("late_min", models.PositiveSmallIntegerField(default=0)),
                ("at", models.DateTimeField(default=django.utils.timezone.now)),
                (
                    "late",
                    models.ForeignKey(
                        help_text="Who is late.",
                        null=True,
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="+",
                        to="booking.booking",
                    ),
                ),
            ],
            options={
                "ordering": ["-at"],
            },
        ),
        migrations.CreateModel(
            name="DayOff",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("date", models.DateField()),
                ("reason", models.CharField(blank=True, max_length=120)),
                (
                    "user",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={
                "ordering": ["date"],
                "constraints": [
                    models.UniqueConstraint(fields=("user", "date"), name="a_day_off_is_there_once")
                ],
            },
        ),
        migrations.CreateModel(
            name="Opening",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "weekday",
                    models.PositiveSmallIntegerField(
                        choices=[
                            (0, "0"),
                            (1, "1"),
                            (2, "2"),
                            (3, "3"),
                            (4, "4"),
                            (5, "5"),
                            (6, "6"),
                        ]
                    ),
                ),
                ("opens", models.TimeField()),
                ("closes", models.TimeField()),
            ],
            options={
                "ordering": ["weekday"],
                "constraints": [
                    models.UniqueConstraint(fields=("weekday",), name="a_weekday_opens_once"),
                    models.CheckConstraint(
                        condition=models.Q(("closes__gt", models.F("opens"))),
                        name="opens_before_closing",
                    ),
                ],
            },
        ),
        migrations.CreateModel(
            name="Shift",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "weekday",
                    models.PositiveSmallIntegerField(
                        choices=[
                            (0, "0"),
                            (1, "1"),
                            (2, "2"),
                            (3, "3"),
                            (4, "4"),
                            (5, "5"),
                            (6, "6"),
                        ]
                    ),
                ),
                ("begins", models.TimeField()),
                ("ends", models.TimeField()),
                ("pause", models.BooleanField(default=False, help_text="A break, not work.")),
                (
                    "user",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={
                "ordering": ["weekday", "begins"],
                "constraints": [
                    models.UniqueConstraint(
                        fields=("user", "weekday", "begins", "pause"), name="a_shift_is_there_once"
                    ),
                    models.CheckConstraint(
                        condition=models.Q(("ends__gt", models.F("begins"))),
                        name="a_shift_has_length",
                    ),
                ],
            },
        ),
        migrations.CreateModel(
            name="Skill",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "style",
                    models.CharField(
                        choices=salon.booking.models.style_choices,
                        max_length=40,
                    ),
                ),
                (
                    "user",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={
                "ordering": ["user", "style"],
                "constraints": [
                    models.UniqueConstraint(fields=("user", "style"), name="a_skill_is_there_once")
                ],
            },
        ),
    ]
