"""The salon's own time zone: every hour that is read or written in a request is of its clock."""

from collections.abc import Callable
from zoneinfo import ZoneInfo

from django.http import HttpRequest, HttpResponse
from django.utils import timezone

from craft.region import region_tag
from salon.salon_settings.models import Salon

#: Where the language, the country and the measures of the salon are kept during a request.
LANGUAGE = "gauffer.salon_language"


def salon_tag(request: HttpRequest, own: str = "", usual: str = "") -> str:
    """The language of a request, with the country and the measures of the salon.

    Args:
        request: that is answered
        own: language of who asks; empty for the salon's
        usual: before there is a salon
    """
    language, country, units = request.META.get(LANGUAGE, ("", "", ""))
    return region_tag(own or language or usual, country, units)


class SalonTimeZoneMiddleware:
    """Puts a request on the clock of the salon, wherever the server or the device is."""

    def __init__(self, answer: Callable[[HttpRequest], HttpResponse]) -> None:
        self.answer = answer

    def __call__(self, request: HttpRequest) -> HttpResponse:
        salon = Salon.objects.values_list("zone", "language", "country", "units").first()
        zone, *request.META[LANGUAGE] = salon or ("", "", "", "")
        with timezone.override(ZoneInfo(zone) if zone else None):
            return self.answer(request)
