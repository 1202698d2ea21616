"""What nobody has seen to of check-ins becomes remarks, which Today lists from now on."""

from django.db import migrations


def keep_unseen(apps, schema_editor):
    remark = apps.get_model("findings", "Remark")
    for checkin in apps.get_model("between", "Checkin").objects.filter(seen_at=None):
        told = [(sign, "") for sign in dict.fromkeys(checkin.signs)]
        if checkin.note.strip():
            told.append(("home", checkin.note.strip()))
        for kind, text in told:
            remark.objects.get_or_create(
                key=f"home {checkin.visit_id} {checkin.date} {kind}",
                defaults={
                    "visit_id": checkin.visit_id,
                    "head_id": checkin.visit.head_id,
                    "source": f"home {checkin.date}",
                    "kind": kind,
                    "text": text,
                    "at": checkin.received_at,
                },
            )


class Migration(migrations.Migration):
    dependencies = [("between", "0004_reminded_booking"), ("findings", "0009_remarks")]

    operations = [migrations.RunPython(keep_unseen, migrations.RunPython.noop)]
