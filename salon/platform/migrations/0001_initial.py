import django.db.models.deletion
import django.utils.timezone
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):
    initial = True

    # What other packages bring comes first: beside fewer models it takes a third of the time.
    dependencies = [
        ("auth", "0012_alter_user_first_name_max_length"),
        ("axes", "__latest__"),
        ("contenttypes", "0002_remove_content_type_name"),
        ("django_tasks_database", "__latest__"),
        ("otp_static", "__latest__"),
        ("otp_totp", "__latest__"),
        ("qsessions", "__latest__"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name="SentRequest",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("key", models.CharField(max_length=80)),
                ("path", models.CharField(max_length=200)),
                (
                    "content",
                    models.CharField(help_text="Fingerprint of what was sent.", max_length=64),
                ),
                ("status", models.PositiveSmallIntegerField(default=0)),
                ("answer", models.BinaryField(default=bytes)),
                ("content_type", models.CharField(default="application/json", max_length=80)),
                (
                    "pid",
                    models.PositiveIntegerField(
                        help_text="Process that is at work on it; null: done in one transaction.",
                        null=True,
                    ),
                ),
                (
                    "written",
                    models.BooleanField(
                        default=False,
                        help_text="Its work was written, whatever became of the answer.",
                    ),
                ),
                ("at", models.DateTimeField(db_index=True, default=django.utils.timezone.now)),
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
                "constraints": [
                    models.UniqueConstraint(fields=("user", "key"), name="a_request_is_done_once"),
                    models.CheckConstraint(
                        condition=models.Q(("key", ""), _negated=True),
                        name="a_sent_request_has_a_key",
                    ),
                ],
            },
        ),
    ]
