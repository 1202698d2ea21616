"""Days for calendar programs: a secret address, and single days as files."""

import secrets
from typing import Any

from django.http import Http404, HttpRequest, HttpResponse
from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework import serializers, status
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from salon.booking.calendar import calendar_of
from salon.booking.dates import ON, date_in
from salon.booking.importing import BYTES_MOST, book_entries, entries
from salon.booking.models import CalendarLink
from salon.platform.auth import current_user
from salon.platform.idempotency import Idempotency
from salon.platform.language import SentenceField, lazy_sentence
from salon.platform.permissions import Access
from salon.platform.roles import EVERYBODY
from salon.salon_settings.services import current_salon


class CalendarAddressSerializer(serializers.Serializer[Any]):
    address = serializers.CharField(allow_blank=True)


def link_of(request: Request) -> str:
    """The address of somebody's calendar, empty where there is none."""
    link = CalendarLink.objects.filter(user=current_user(request), revoked_at=None).first()
    return f"/calendar/{link.secret}.ics" if link else ""


class CalendarLinkView(APIView):
    """The secret address of one's own calendar."""

    access = Access(EVERYBODY)

    idempotency = Idempotency.OFF

    @extend_schema(responses={200: CalendarAddressSerializer})
    def get(self, request: Request) -> Response:
        return Response({"address": link_of(request)})

    @extend_schema(request=None, responses={201: CalendarAddressSerializer})
    def post(self, request: Request) -> Response:
        """A new address; the old one ends."""
        user = current_user(request)
        CalendarLink.objects.filter(user=user, revoked_at=None).update(revoked_at=timezone.now())
        CalendarLink.objects.create(user=user, secret=secrets.token_urlsafe(32))
        return Response({"address": link_of(request)}, status=status.HTTP_201_CREATED)

    @extend_schema(responses={204: None})
    def delete(self, request: Request) -> Response:
        CalendarLink.objects.filter(user=current_user(request), revoked_at=None).update(
            revoked_at=timezone.now()
        )
        return Response(status=status.HTTP_204_NO_CONTENT)


def feed(request: HttpRequest, secret: str) -> HttpResponse:
    """Somebody's days for a calendar program; the address is the key."""
    link = CalendarLink.objects.filter(secret=secret, revoked_at=None, user__is_active=True).first()
    if link is None:
        raise Http404
    days = calendar_of(link.user, named=current_salon().calendar_names)
    answer = HttpResponse(days, content_type="text/calendar; charset=utf-8")
    # Client data stays out of the caches of whoever brings it.
    answer["Cache-Control"] = "no-store"
    return answer


class DayFileWishSerializer(serializers.Serializer[Any]):
    file = serializers.FileField(
        error_messages={"required": lazy_sentence("Choose a file (.ics).")}
    )
    keep = serializers.BooleanField(default=False, help_text="If not, it is only previewed.")


class EntrySerializer(serializers.Serializer[Any]):
    """An event of a file."""

    summary = serializers.CharField()
    start = serializers.DateTimeField(allow_null=True)
    minutes = serializers.IntegerField()
    problem = SentenceField(allow_blank=True)
    booked = serializers.BooleanField()


class DayFileView(APIView):
    """One date as an iCalendar file, out and in."""

    access = Access(EVERYBODY)

    parser_classes = [MultiPartParser]

    @extend_schema(
        parameters=[ON],
        request={"multipart/form-data": DayFileWishSerializer},
        responses={200: EntrySerializer(many=True)},
    )
    def post(self, request: Request) -> Response:
        given = DayFileWishSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        read = entries(given.validated_data["file"].read(BYTES_MOST + 1), date_in(request))
        if given.validated_data["keep"]:
            book_entries(read, current_user(request))
        return Response(EntrySerializer(read, many=True).data)

    @extend_schema(parameters=[ON], responses={(200, "text/calendar"): OpenApiTypes.STR})
    def get(self, request: Request) -> HttpResponse:
        day = date_in(request)
        response = HttpResponse(
            calendar_of(None, day, day), content_type="text/calendar; charset=utf-8"
        )
        response["Content-Disposition"] = f'attachment; filename="day-{day}.ics"'
        return response
