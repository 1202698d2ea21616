"""The days: who comes when, slots, changes."""

import json
from collections.abc import AsyncIterator
from datetime import date

from django.contrib.auth.models import User
from django.db.models import Max, Sum
from django.http import StreamingHttpResponse
from django.shortcuts import get_object_or_404
from django.urls import path
from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework import renderers, status
from rest_framework.exceptions import APIException, ValidationError
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.errors import CraftError
from craft.progress import Progress
from craft.vocabulary import BookingState
from salon.booking import services
from salon.booking.before import before_the_day
from salon.booking.board import board, week
from salon.booking.calendar_api import CalendarLinkView, DayFileView
from salon.booking.dates import ON, date_in
from salon.booking.hours import working_on
from salon.booking.models import Booking, Day, DayChange
from salon.booking.placing import open_hours, slots
from salon.booking.replanning import keep_change, replan_day, search_day
from salon.booking.returning import due_back
from salon.booking.serializers import (
    BoardSerializer,
    BookingSerializer,
    BookSerializer,
    DueSerializer,
    HandsSerializer,
    LateSerializer,
    LineSerializer,
    MoveSerializer,
    NotedSerializer,
    ReplanSerializer,
    ReplanWishSerializer,
    SlotSerializer,
    SlotsSerializer,
    StateSerializer,
    WeekDaySerializer,
    progress_out,
    replan_out,
    wanted_of,
)
from salon.platform.auth import current_user
from salon.platform.event_stream import (
    EventStreamRenderer,
    SharedEvents,
    event_stream_response,
    format_event,
)
from salon.platform.idempotency import Idempotency
from salon.platform.language import sentence
from salon.platform.permissions import Access
from salon.platform.roles import EVERYBODY, PLANNERS
from salon.staff.services import name_of
from salon.visits.models import Event


class BoardView(APIView):
    """A date with everybody who comes."""

    access = Access(EVERYBODY)

    @extend_schema(parameters=[ON], responses={200: BoardSerializer})
    def get(self, request: Request) -> Response:
        return Response(BoardSerializer(board(date_in(request))).data)


class BookingsView(APIView):
    """Book somebody."""

    access = Access(EVERYBODY)

    idempotency = Idempotency.RESERVE

    @extend_schema(request=BookSerializer, responses={201: BookingSerializer})
    def post(self, request: Request) -> Response:
        given = BookSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        booking = services.book(wanted_of(values), values["start"], current_user(request))
        return Response(BookingSerializer(booking).data, status=status.HTTP_201_CREATED)


class BookingView(APIView):
    """One booking."""

    access = Access(EVERYBODY)

    @extend_schema(responses={200: BookingSerializer})
    def get(self, request: Request, pk: int) -> Response:
        return Response(BookingSerializer(get_object_or_404(Booking, pk=pk)).data)

    @extend_schema(request=NotedSerializer, responses={200: BookingSerializer})
    def patch(self, request: Request, pk: int) -> Response:
        given = NotedSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        booking = services.note_on_booking(get_object_or_404(Booking, pk=pk), given.validated_data)
        return Response(BookingSerializer(booking).data)


class SlotsView(APIView):
    """The first slots where somebody fits."""

    access = Access(EVERYBODY)

    idempotency = Idempotency.OFF

    @extend_schema(request=SlotsSerializer, responses={200: SlotSerializer(many=True)})
    def post(self, request: Request) -> Response:
        given = SlotsSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        first = given.validated_data.get("date") or timezone.localdate()
        first = max(first, timezone.localdate())
        found = slots(wanted_of(given.validated_data), first)
        people = {str(user.pk): name_of(user) for user in User.objects.filter(is_active=True)}
        rows = [
            {
                "start": slot.start,
                "end": slot.end,
                "specialist": people.get(slot.specialist, ""),
                "kit": slot.kit,
            }
            for slot in found
        ]
        return Response(SlotSerializer(rows, many=True).data)


class StateView(APIView):
    """Somebody came, was begun, did not come, was cancelled."""

    access = Access(EVERYBODY)

    @extend_schema(request=StateSerializer, responses={200: BookingSerializer})
    def put(self, request: Request, pk: int) -> Response:
        given = StateSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        booking = services.set_state(
            get_object_or_404(Booking, pk=pk),
            BookingState(given.validated_data["state"]),
            given.validated_data.get("reason", ""),
        )
        return Response(BookingSerializer(booking).data)


class MoveView(APIView):
    """Another hour; nobody else is moved."""

    access = Access(EVERYBODY)

    idempotency = Idempotency.RESERVE

    @extend_schema(request=MoveSerializer, responses={200: BookingSerializer})
    def put(self, request: Request, pk: int) -> Response:
        given = MoveSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        booking = services.move_booking(
            get_object_or_404(Booking, pk=pk),
            given.validated_data["start"],
            index=given.validated_data.get("segment", 0),
            keep=given.validated_data["keep"],
        )
        return Response(BookingSerializer(booking).data)


class LateView(APIView):
    """A client is late: the smallest change, shown before it is saved."""

    access = Access(EVERYBODY)

    idempotency = Idempotency.RESERVE

    @extend_schema(request=LateSerializer, responses={200: ReplanSerializer})
    def post(self, request: Request, pk: int) -> Response:
        given = LateSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        booking = get_object_or_404(Booking, pk=pk)
        change = replan_day(
            timezone.localdate(booking.start), booking, given.validated_data["minutes"]
        )
        return Response(ReplanSerializer(replan_out(change)).data)


class ReplanView(APIView):
    """The whole day again: what runs stays, hours promised to clients are kept."""

    access = Access(EVERYBODY, PLANNERS)

    idempotency = Idempotency.RESERVE

    @extend_schema(request=ReplanWishSerializer, responses={200: ReplanSerializer})
    def post(self, request: Request) -> Response:
        given = ReplanWishSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        change = replan_day(given.validated_data["date"])
        return Response(ReplanSerializer(replan_out(change)).data)


class SearchView(APIView):
    """The same with more time: how far it is, then what it comes to; closing it ends it."""

    access = Access(EVERYBODY, PLANNERS)

    idempotency = Idempotency.OFF

    renderer_classes = [EventStreamRenderer, renderers.JSONRenderer]

    @extend_schema(
        request=ReplanWishSerializer,
        responses={(200, "text/event-stream"): OpenApiTypes.STR},
    )
    def post(self, request: Request) -> StreamingHttpResponse:
        given = ReplanWishSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        day = given.validated_data["date"]
        open_hours(day)
        return event_stream_response(search_events(day))


async def search_events(day: date) -> AsyncIterator[str]:
    """Each event of a search as it is sent."""
    try:
        async for heard in search_day(day):
            if isinstance(heard, Progress):
                yield format_event("progress", progress_out(heard, day))
            else:
                yield format_event("done", ReplanSerializer(replan_out(heard)).data)
    except (CraftError, APIException) as error:
        said = error.message if isinstance(error, CraftError) else str(error.detail)
        yield format_event("refused", {"message": said})


class ChangeView(APIView):
    """A change that was shown: kept exactly so, unless the day changed meanwhile."""

    access = Access(EVERYBODY)

    @extend_schema(request=None, responses={204: None})
    def post(self, request: Request, pk: int) -> Response:
        change = get_object_or_404(DayChange, pk=pk)
        if not change.answer["segments"]:
            raise ValidationError({"change": sentence("There is no timetable to keep.")})
        keep_change(change)
        return Response(status=status.HTTP_204_NO_CONTENT)


class WeekView(APIView):
    """Seven days: how full they are."""

    access = Access(EVERYBODY)

    @extend_schema(parameters=[ON], responses={200: WeekDaySerializer(many=True)})
    def get(self, request: Request) -> Response:
        return Response(WeekDaySerializer(week(date_in(request)), many=True).data)


class BeforeView(APIView):
    """Over all booked clients together: what is still to be mended."""

    access = Access(EVERYBODY)

    @extend_schema(parameters=[ON], responses={200: LineSerializer(many=True)})
    def get(self, request: Request) -> Response:
        return Response(LineSerializer(before_the_day(date_in(request)), many=True).data)


class DueView(APIView):
    """Who is due back by wear, with nothing booked."""

    access = Access(EVERYBODY)

    @extend_schema(responses={200: DueSerializer(many=True)})
    def get(self, request: Request) -> Response:
        return Response(DueSerializer(due_back(), many=True).data)


def days_now() -> str:
    """What changes with every change of any day, and with every entry at a chair."""
    row = Day.objects.aggregate(last=Max("pk"), changes=Sum("version"))
    entry = Event.objects.aggregate(last=Max("received_at"))["last"]
    return json.dumps(
        {
            "days": f"{row['last'] or 0}.{row['changes'] or 0}",
            "chairs": entry.isoformat() if entry else "",
        }
    )


DAYS = SharedEvents(days_now, every_s=0.7, repeat_s=15.0)


class LiveView(APIView):
    """Tells when a day changed, so that every screen shows it within two seconds."""

    access = Access(EVERYBODY)

    renderer_classes = [EventStreamRenderer, renderers.JSONRenderer]

    @extend_schema(responses={(200, "text/event-stream"): OpenApiTypes.STR})
    def get(self, request: Request) -> StreamingHttpResponse:
        return DAYS.response()


class HandsView(APIView):
    """Whose hands can be asked for on a date."""

    access = Access(EVERYBODY)

    @extend_schema(parameters=[ON], responses={200: HandsSerializer(many=True)})
    def get(self, request: Request) -> Response:
        return Response(HandsSerializer(working_on(date_in(request)), many=True).data)


urlpatterns = [
    path("day/", BoardView.as_view(), name="day"),
    path("day/before/", BeforeView.as_view(), name="day-before"),
    path("day/replan/", ReplanView.as_view(), name="day-replan"),
    path("day/search/", SearchView.as_view(), name="day-search"),
    path("day/changes/<int:pk>/", ChangeView.as_view(), name="day-change"),
    path("day/live/", LiveView.as_view(), name="day-live"),
    path("day/file/", DayFileView.as_view(), name="day-file"),
    path("day/hands/", HandsView.as_view(), name="day-hands"),
    path("due/", DueView.as_view(), name="due"),
    path("week/", WeekView.as_view(), name="week"),
    path("slots/", SlotsView.as_view(), name="slots"),
    path("bookings/", BookingsView.as_view(), name="bookings"),
    path("bookings/<int:pk>/", BookingView.as_view(), name="booking"),
    path("bookings/<int:pk>/state/", StateView.as_view(), name="booking-state"),
    path("bookings/<int:pk>/move/", MoveView.as_view(), name="booking-move"),
    path("bookings/<int:pk>/late/", LateView.as_view(), name="booking-late"),
    path("calendar-link/", CalendarLinkView.as_view(), name="calendar-link"),
]
