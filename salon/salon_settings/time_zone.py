"""The salon's own time zone: every hour that is read or written in a request is of its clock."""

from collections.abc import Callable
from zoneinfo import ZoneInfo

from django.http import HttpRequest, HttpResponse
from django.utils import timezone

from salon.salon_settings.models import Salon

#: Where the language of the salon is kept during a request.
LANGUAGE = "gauffer.salon_language"


def language_of_salon(request: HttpRequest) -> str:
    """The language of the salon; empty before there is one."""
    return str(request.META.get(LANGUAGE, ""))


class SalonTimeZoneMiddleware:
    """Puts a request on the clock of the salon, wherever the server or the device is."""

    def __init__(self, answer: Callable[[HttpRequest], HttpResponse]) -> None:
        self.answer = answer

    def __call__(self, request: HttpRequest) -> HttpResponse:
        salon = Salon.objects.values_list("zone", "language").first()
        zone, request.META[LANGUAGE] = salon or ("", "")
        with timezone.override(ZoneInfo(zone) if zone else None):
            return self.answer(request)
