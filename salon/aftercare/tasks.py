"""Background work between visits, run by the worker of django-tasks."""

from datetime import timedelta

from django.utils import timezone
from django_tasks import task
from django_tasks_db.models import DBTaskResult

from salon.aftercare import looks, outbox

#: The outbox is filled and emptied so often.
EVERY = timedelta(minutes=1)


@task()
def measure(pk: int) -> None:
    """Measure a picture that was kept."""
    looks.measure_picture(pk)


@task()
def empty_outbox() -> None:
    """Write what is due, fill the outbox again, and come again."""
    try:
        outbox.deliver_due()
        outbox.fill_outbox()
    finally:
        come_again()


def come_again() -> None:
    """Have the outbox seen to once more; one task waits for it, never more."""
    name = empty_outbox.module_path
    waiting = DBTaskResult.objects.filter(task_path=name, status="READY")
    if not waiting.exists():
        empty_outbox.using(run_after=timezone.now() + EVERY).enqueue()


def begin() -> None:
    """See to the outbox now, whatever waits."""
    DBTaskResult.objects.filter(task_path=empty_outbox.module_path, status="READY").delete()
    empty_outbox.enqueue()
