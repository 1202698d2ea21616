"""The date in the address of a request."""

from datetime import date

from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter
from rest_framework.exceptions import ValidationError
from rest_framework.request import Request

from salon.booking.serializers import DATES
from salon.platform.language import sentence

ON = OpenApiParameter("date", OpenApiTypes.DATE, description="Today where it is left out.")


def date_in(request: Request, name: str = "date") -> date:
    """The date in the address of a request; today where it is left out.

    Raises:
        ValidationError: it is no date
    """
    text = request.query_params.get(name, "")
    if not text:
        return timezone.localdate()
    try:
        day = date.fromisoformat(text)
    except ValueError as error:
        raise ValidationError({name: DATES}) from error
    if not date(2000, 1, 1) <= day <= date(2199, 12, 31):
        raise ValidationError({name: sentence("Give a date from 2000 to 2199.")})
    return day
