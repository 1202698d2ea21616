"""The days: who comes when, slots, changes, the calendar."""

import itertools
import json
import secrets
from datetime import date, timedelta
from typing import Any

from django.contrib.auth.models import User
from django.db.models import Max, Sum
from django.http import Http404, HttpRequest, HttpResponse, StreamingHttpResponse
from django.shortcuts import get_object_or_404
from django.urls import path
from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema, extend_schema_field
from rest_framework import renderers, serializers, status
from rest_framework.exceptions import ValidationError
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.contract.day import DAY_MOST_MIN
from craft.vocabulary import BookingState
from salon.booking import services
from salon.booking.before import before_the_day
from salon.booking.calendar import calendar_of
from salon.booking.hours import (
    hours_of,
    minute_of,
    moment_of,
    specialists_on,
    stations,
    working_on,
)
from salon.booking.importing import BYTES_MOST, book_entries, entries
from salon.booking.models import ACTIVE, BookedSegment, Booking, CalendarLink, Day
from salon.booking.returning import due_back
from salon.fields import one_of, whole
from salon.heads.models import Head
from salon.house.services import name_of
from salon.planning.models import Plan
from salon.signed_in import user_of
from salon.streaming import EventStream, Watched

STATES = [state.value for state in BookingState]
DATES = "Give a date as year-month-day, e.g. 2026-06-20."
MOMENTS = "Give a date and a time, e.g. 2026-06-20T10:00."


class SegmentSerializer(serializers.ModelSerializer[BookedSegment]):
    """A stretch of a booking in time."""

    specialist = serializers.IntegerField(source="specialist_id", allow_null=True)

    class Meta:
        model = BookedSegment
        fields = [
            "index",
            "step",
            "title",
            "family",
            "station",
            "hands",
            "fine",
            "specialist",
            "start",
            "end",
        ]


class BookingSerializer(serializers.ModelSerializer[Booking]):
    """Who comes when, with everything that is worked and waited for."""

    head_name = serializers.CharField(source="head.name", read_only=True)
    state = serializers.ChoiceField(choices=STATES)
    may_become = serializers.SerializerMethodField(help_text="States that can follow.")
    segments = SegmentSerializer(many=True, read_only=True)
    wanted = serializers.IntegerField(source="wanted_id", allow_null=True, read_only=True)
    allergies = serializers.ListField(
        source="head.allergies", child=serializers.CharField(), read_only=True
    )

    class Meta:
        model = Booking
        fields = [
            "id",
            "head",
            "head_name",
            "allergies",
            "plan",
            "sitting",
            "title",
            "state",
            "may_become",
            "start",
            "end",
            "promised_end",
            "wanted",
            "walk_in",
            "late_min",
            "note",
            "reason",
            "told",
            "version",
            "segments",
        ]

    @extend_schema_field(serializers.ListField(child=serializers.ChoiceField(choices=STATES)))
    def get_may_become(self, booking: Booking) -> list[str]:
        return [state.value for state in services.MAY_BECOME[booking.state]]


class BoardPersonSerializer(serializers.Serializer[Any]):
    id = serializers.IntegerField()
    name = serializers.CharField()
    present = serializers.ListField(child=serializers.ListField(child=serializers.IntegerField()))
    breaks = serializers.ListField(child=serializers.ListField(child=serializers.IntegerField()))


class PlacesSerializer(serializers.Serializer[Any]):
    station = serializers.CharField()
    needed = serializers.IntegerField()


class LoadSerializer(serializers.Serializer[Any]):
    places = PlacesSerializer(many=True)
    start_min = serializers.IntegerField()
    needed = serializers.IntegerField()
    present = serializers.IntegerField()


class BoardStationSerializer(serializers.Serializer[Any]):
    station = serializers.CharField()
    count = serializers.IntegerField()


class ClashSerializer(serializers.Serializer[Any]):
    """Something that cannot be at once."""

    text = serializers.CharField()
    start_min = serializers.IntegerField()
    end_min = serializers.IntegerField()
    bookings = serializers.ListField(child=serializers.IntegerField())


class BoardSerializer(serializers.Serializer[Any]):
    """A date of the salon."""

    date = serializers.DateField()
    version = serializers.IntegerField()
    midnight = serializers.DateTimeField()
    open_min = serializers.IntegerField()
    close_min = serializers.IntegerField()
    closed = serializers.CharField(allow_blank=True)
    stations = BoardStationSerializer(many=True)
    people = BoardPersonSerializer(many=True)
    bookings = BookingSerializer(many=True)
    load = LoadSerializer(many=True)
    clashes = ClashSerializer(many=True)


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
        raise ValidationError({name: "Give a date from 2000 to 2199."})
    return day


LOAD_STEP_MIN = 15


def board(day: date) -> dict[str, Any]:
    """Everything of a date."""
    hours = hours_of(day)
    bookings = services.bookings_on(day)
    people = specialists_on(hours)
    active = [booking for booking in bookings if booking.state in ACTIVE or booking.state == "done"]
    segments = [segment for booking in active for segment in booking.segments.all()]
    first = min([hours.open_min, *(minute_of(booking.start, day) for booking in active)])
    last = max([hours.close_min, *(minute_of(booking.end, day) for booking in active)])
    spans = [
        (minute_of(segment.start, day), minute_of(segment.end, day), segment)
        for segment in segments
    ]
    load, counts = [], stations()
    for begin in range(first, last, LOAD_STEP_MIN):
        middle = begin + LOAD_STEP_MIN // 2
        load.append(
            {
                "start_min": begin,
                "needed": sum(b <= middle < e and s.hands for b, e, s in spans),
                "places": [
                    {
                        "station": station,
                        "needed": len(
                            {
                                s.booking_id
                                for b, e, s in spans
                                if s.station == station and b <= middle < e
                            }
                        ),
                    }
                    for station, count in counts.items()
                    if count
                ],
                "present": sum(there(person, hours.open_min, middle) for person in people)
                if middle < hours.close_min
                else 0,
            }
        )
    return {
        "date": day,
        "version": services.version_of(day),
        "midnight": moment_of(0, day),
        "open_min": hours.open_min,
        "close_min": hours.close_min,
        "closed": hours.closed,
        "stations": [
            {"station": station, "count": count} for station, count in counts.items() if count
        ],
        "people": [
            {
                "id": int(person.id),
                "name": person.name,
                "present": person.present or [(hours.open_min, hours.close_min)],
                "breaks": person.breaks,
            }
            for person in people
        ],
        "bookings": bookings,
        "load": load,
        "clashes": clashes(spans, active),
    }


def there(person: Any, open_min: int, minute: int) -> bool:
    """Whether somebody's hands are there at a minute."""
    present = person.present or [(open_min, DAY_MOST_MIN)]
    at_work = any(begin <= minute < end for begin, end in present)
    return at_work and not any(begin <= minute < end for begin, end in person.breaks)


def clashes(
    spans: list[tuple[int, int, BookedSegment]], active: list[Booking]
) -> list[dict[str, Any]]:
    """Hands that are needed twice at once, and places that are not there, in words."""
    counts = stations()
    names = {booking.pk: booking.head.name for booking in active}
    results: list[dict[str, Any]] = []
    edges = sorted({edge for begin, end, _ in spans for edge in (begin, end)})
    for begin, end in itertools.pairwise(edges):
        now = [segment for b, e, segment in spans if b <= begin and e >= end]
        for station, count in counts.items():
            there_now = {s.booking_id for s in now if s.station == station}
            if len(there_now) > count:
                note(results, f"{len(there_now)} at {count} × {station}", begin, end, there_now)
        hands: dict[int | None, set[int]] = {}
        for segment in now:
            if segment.hands and segment.specialist_id:
                hands.setdefault(segment.specialist_id, set()).add(segment.booking_id)
        for who in hands.values():
            if len(who) > 1:
                heads = " and ".join(sorted(names[pk] for pk in who))
                note(results, f"One pair of hands for {heads}", begin, end, who)
    return results


def note(results: list[dict[str, Any]], text: str, begin: int, end: int, who: set[int]) -> None:
    """Add a clash, or make the last one longer."""
    if results and results[-1]["text"] == text and results[-1]["end_min"] == begin:
        results[-1]["end_min"] = end
    else:
        results.append({"text": text, "start_min": begin, "end_min": end, "bookings": sorted(who)})


ON = OpenApiParameter("date", OpenApiTypes.DATE, description="Today where it is left out.")


class BoardView(APIView):
    """A date with everybody who comes."""

    @extend_schema(parameters=[ON], responses={200: BoardSerializer})
    def get(self, request: Request) -> Response:
        return Response(BoardSerializer(board(date_in(request))).data)


class WantedSerializer(serializers.Serializer[Any]):
    """What is to be booked."""

    head = serializers.PrimaryKeyRelatedField(queryset=Head.objects.all())
    plan = serializers.PrimaryKeyRelatedField(
        queryset=Plan.objects.all(), required=False, allow_null=True
    )
    sitting = whole(1, 2, "as the sitting", required=False)
    title = serializers.CharField(max_length=120, required=False, allow_blank=True)
    minutes = whole(5, 720, "minutes", required=False)
    wanted = serializers.PrimaryKeyRelatedField(
        queryset=User.objects.filter(is_active=True), required=False, allow_null=True
    )
    promised_end = serializers.DateTimeField(
        required=False, allow_null=True, error_messages={"invalid": MOMENTS}
    )
    walk_in = serializers.BooleanField(required=False)
    uuid = serializers.UUIDField(required=False)
    note = serializers.CharField(max_length=200, required=False, allow_blank=True)

    def validate(self, values: dict[str, Any]) -> dict[str, Any]:
        plan = values.get("plan")
        if plan is not None and plan.head_id != values["head"].pk:
            raise serializers.ValidationError({"plan": "That plan is for another head."})
        if plan is not None and plan.cancelled_at is not None:
            raise serializers.ValidationError({"plan": "That plan was cancelled."})
        return values


class BookSerializer(WantedSerializer):
    start = serializers.DateTimeField(error_messages={"invalid": MOMENTS})


class SlotsSerializer(WantedSerializer):
    date = serializers.DateField(required=False, error_messages={"invalid": DATES})


class SlotSerializer(serializers.Serializer[Any]):
    start = serializers.DateTimeField()
    end = serializers.DateTimeField()
    specialist = serializers.CharField(allow_blank=True)


def wanted_of(values: dict[str, Any]) -> services.Wanted:
    """What is to be booked, from what was sent."""
    names = (
        "head",
        "plan",
        "sitting",
        "title",
        "minutes",
        "wanted",
        "promised_end",
        "walk_in",
        "uuid",
        "note",
    )
    return services.Wanted(**{name: values[name] for name in names if values.get(name) is not None})


class BookingsView(APIView):
    """Book somebody."""

    @extend_schema(request=BookSerializer, responses={201: BookingSerializer})
    def post(self, request: Request) -> Response:
        given = BookSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        booking = services.book(wanted_of(values), values["start"], user_of(request))
        return Response(BookingSerializer(booking).data, status=status.HTTP_201_CREATED)


class NotedSerializer(serializers.Serializer[Any]):
    """What else is known of a booking."""

    told = serializers.BooleanField(required=False)
    note = serializers.CharField(max_length=200, required=False, allow_blank=True)


class BookingView(APIView):
    """One booking."""

    @extend_schema(responses={200: BookingSerializer})
    def get(self, request: Request, pk: int) -> Response:
        return Response(BookingSerializer(get_object_or_404(Booking, pk=pk)).data)

    @extend_schema(request=NotedSerializer, responses={200: BookingSerializer})
    def patch(self, request: Request, pk: int) -> Response:
        given = NotedSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        booking = services.noted(get_object_or_404(Booking, pk=pk), given.validated_data)
        return Response(BookingSerializer(booking).data)


class SlotsView(APIView):
    """The first slots where somebody fits."""

    @extend_schema(request=SlotsSerializer, responses={200: SlotSerializer(many=True)})
    def post(self, request: Request) -> Response:
        given = SlotsSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        first = given.validated_data.get("date") or timezone.localdate()
        first = max(first, timezone.localdate())
        found = services.slots(wanted_of(given.validated_data), first)
        people = {str(user.pk): name_of(user) for user in User.objects.filter(is_active=True)}
        rows = [
            {
                "start": slot.start,
                "end": slot.end,
                "specialist": people.get(slot.specialist, ""),
            }
            for slot in found
        ]
        return Response(SlotSerializer(rows, many=True).data)


class StateSerializer(serializers.Serializer[Any]):
    state = one_of(STATES)
    reason = serializers.CharField(max_length=200, required=False, allow_blank=True)


class StateView(APIView):
    """Somebody came, was begun, did not come, was cancelled."""

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


class MoveSerializer(serializers.Serializer[Any]):
    start = serializers.DateTimeField(error_messages={"invalid": MOMENTS})
    keep = serializers.BooleanField(
        default=True, help_text="Else it is only told whether it fits there."
    )


class MoveView(APIView):
    """Another hour; nobody else is moved."""

    @extend_schema(request=MoveSerializer, responses={200: BookingSerializer})
    def put(self, request: Request, pk: int) -> Response:
        given = MoveSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        booking = services.moved(
            get_object_or_404(Booking, pk=pk),
            given.validated_data["start"],
            keep=given.validated_data["keep"],
        )
        return Response(BookingSerializer(booking).data)


class ChangeSerializer(serializers.Serializer[Any]):
    booking = serializers.IntegerField()
    name = serializers.CharField()
    by_min = serializers.IntegerField()
    text = serializers.CharField()


class OddsSerializer(serializers.Serializer[Any]):
    booking = serializers.IntegerField()
    on_time = serializers.FloatField(allow_null=True)


class ReplanSerializer(serializers.Serializer[Any]):
    """What a change of the day comes to."""

    possible = serializers.BooleanField()
    kept = serializers.BooleanField()
    finish = serializers.DateTimeField(allow_null=True)
    changes = ChangeSerializer(many=True)
    odds = OddsSerializer(many=True)
    why_not = serializers.CharField(allow_blank=True)
    relaxations = serializers.ListField(child=serializers.CharField())


def replan_out(replan: services.Replanned, *, kept: bool) -> dict[str, Any]:
    """A change of the day as it is answered."""
    answer = replan.answer
    finish = answer.finish_min
    return {
        "possible": answer.status != "infeasible",
        "kept": kept,
        "finish": None if finish is None else moment_of(finish, replan.hours.date),
        "changes": [
            {
                "booking": int(change.head),
                "name": change.text.split(" ")[0],
                "by_min": change.by_min,
                "text": change.text,
            }
            for change in answer.changes
        ],
        "odds": [{"booking": int(head.head), "on_time": head.on_time} for head in answer.heads],
        "why_not": answer.why_not,
        "relaxations": [offer.text for offer in answer.relaxations],
    }


class LateSerializer(serializers.Serializer[Any]):
    minutes = whole(0, 240, "minutes")
    keep = serializers.BooleanField(required=False)


class LateView(APIView):
    """A head comes late: the smallest change, first told, then kept."""

    @extend_schema(request=LateSerializer, responses={200: ReplanSerializer})
    def post(self, request: Request, pk: int) -> Response:
        given = LateSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        booking = get_object_or_404(Booking, pk=pk)
        minutes = given.validated_data["minutes"]
        replan = services.late(booking, minutes)
        keep = bool(given.validated_data.get("keep")) and replan.answer.status != "infeasible"
        if keep:
            services.keep_replanned(replan)
            Booking.objects.filter(pk=pk).update(late_min=minutes)
        return Response(ReplanSerializer(replan_out(replan, kept=keep)).data)


class ReplanWishSerializer(serializers.Serializer[Any]):
    date = serializers.DateField(error_messages={"invalid": DATES})
    keep = serializers.BooleanField(required=False)


class ReplanView(APIView):
    """The whole day anew: what runs stays, hours that were told are kept."""

    @extend_schema(request=ReplanWishSerializer, responses={200: ReplanSerializer})
    def post(self, request: Request) -> Response:
        given = ReplanWishSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        replan = services.replanned(given.validated_data["date"])
        keep = bool(given.validated_data.get("keep")) and replan.answer.status != "infeasible"
        if keep:
            services.keep_replanned(replan)
        return Response(ReplanSerializer(replan_out(replan, kept=keep)).data)


class WeekDaySerializer(serializers.Serializer[Any]):
    date = serializers.DateField()
    closed = serializers.CharField(allow_blank=True)
    heads = serializers.IntegerField()
    hands_min = serializers.IntegerField(help_text="Minutes of hands that are booked.")
    present_min = serializers.IntegerField(help_text="Minutes of hands that are there.")


class WeekView(APIView):
    """Seven days: how full they are."""

    @extend_schema(parameters=[ON], responses={200: WeekDaySerializer(many=True)})
    def get(self, request: Request) -> Response:
        first = date_in(request)
        rows = []
        for offset in range(7):
            day = first + timedelta(days=offset)
            hours = hours_of(day)
            active = [b for b in services.bookings_on(day) if b.state in (*ACTIVE, "done")]
            segments = [s for b in active for s in b.segments.all() if s.hands]
            minutes = sum((s.end - s.start).total_seconds() / 60 for s in segments)
            people = specialists_on(hours)
            present = sum(
                there(person, hours.open_min, minute) * LOAD_STEP_MIN
                for person in people
                for minute in range(hours.open_min, hours.close_min, LOAD_STEP_MIN)
            )
            rows.append(
                {
                    "date": day,
                    "closed": hours.closed,
                    "heads": len(active),
                    "hands_min": round(minutes),
                    "present_min": present,
                }
            )
        return Response(WeekDaySerializer(rows, many=True).data)


class LineSerializer(serializers.Serializer[Any]):
    """One thing to see to before the day."""

    key = serializers.CharField()
    severity = serializers.CharField()
    text = serializers.CharField()
    booking = serializers.IntegerField(allow_null=True)
    to = serializers.CharField(help_text="Where it is mended.")


class BeforeView(APIView):
    """Over all booked heads together: what is still to be mended."""

    @extend_schema(parameters=[ON], responses={200: LineSerializer(many=True)})
    def get(self, request: Request) -> Response:
        return Response(LineSerializer(before_the_day(date_in(request)), many=True).data)


class DueSerializer(serializers.Serializer[Any]):
    """A head that is due back."""

    head = serializers.IntegerField(source="plan.head_id")
    head_name = serializers.CharField(source="plan.head.name")
    title = serializers.CharField(source="plan.title")
    wash_by = serializers.DateField()
    return_by = serializers.DateField()


class DueView(APIView):
    """Who is due back by wear, with nothing booked."""

    @extend_schema(responses={200: DueSerializer(many=True)})
    def get(self, request: Request) -> Response:
        return Response(DueSerializer(due_back(), many=True).data)


class CalendarAddressSerializer(serializers.Serializer[Any]):
    address = serializers.CharField(allow_blank=True)


def link_of(request: Request) -> str:
    """The address of somebody's calendar, empty where there is none."""
    link = CalendarLink.objects.filter(user=user_of(request), revoked_at=None).first()
    return f"/calendar/{link.secret}.ics" if link else ""


class CalendarLinkView(APIView):
    """The secret address of one's own calendar."""

    @extend_schema(responses={200: CalendarAddressSerializer})
    def get(self, request: Request) -> Response:
        return Response({"address": link_of(request)})

    @extend_schema(request=None, responses={201: CalendarAddressSerializer})
    def post(self, request: Request) -> Response:
        """A new address; the old one ends."""
        user = user_of(request)
        CalendarLink.objects.filter(user=user, revoked_at=None).update(revoked_at=timezone.now())
        CalendarLink.objects.create(user=user, secret=secrets.token_urlsafe(32))
        return Response({"address": link_of(request)}, status=status.HTTP_201_CREATED)

    @extend_schema(responses={204: None})
    def delete(self, request: Request) -> Response:
        CalendarLink.objects.filter(user=user_of(request), revoked_at=None).update(
            revoked_at=timezone.now()
        )
        return Response(status=status.HTTP_204_NO_CONTENT)


def feed(request: HttpRequest, secret: str) -> HttpResponse:
    """Somebody's days for a calendar program; the address is the key."""
    link = CalendarLink.objects.filter(secret=secret, revoked_at=None, user__is_active=True).first()
    if link is None:
        raise Http404
    return HttpResponse(calendar_of(link.user), content_type="text/calendar; charset=utf-8")


class DayFileWishSerializer(serializers.Serializer[Any]):
    file = serializers.FileField(error_messages={"required": "Choose a file (.ics)."})
    keep = serializers.BooleanField(default=False, help_text="Else it is only looked at.")


class EntrySerializer(serializers.Serializer[Any]):
    """An event of a file."""

    summary = serializers.CharField()
    start = serializers.DateTimeField(allow_null=True)
    minutes = serializers.IntegerField()
    problem = serializers.CharField(allow_blank=True)
    booked = serializers.BooleanField()


class DayFileView(APIView):
    """One date as an iCalendar file, out and in."""

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
            book_entries(read, user_of(request))
        return Response(EntrySerializer(read, many=True).data)

    @extend_schema(parameters=[ON], responses={(200, "text/calendar"): OpenApiTypes.STR})
    def get(self, request: Request) -> HttpResponse:
        day = date_in(request)
        response = HttpResponse(
            calendar_of(None, day, day), content_type="text/calendar; charset=utf-8"
        )
        response["Content-Disposition"] = f'attachment; filename="day-{day}.ics"'
        return response


def days_now() -> str:
    """A number that changes with every change of any day."""
    row = Day.objects.aggregate(last=Max("pk"), changes=Sum("version"))
    return json.dumps({"days": f"{row['last'] or 0}.{row['changes'] or 0}"})


DAYS = Watched(days_now, every_s=0.7, repeat_s=15.0)


class LiveView(APIView):
    """Tells when a day changed, so that every screen shows it within two seconds."""

    renderer_classes = [EventStream, renderers.JSONRenderer]

    @extend_schema(responses={(200, "text/event-stream"): OpenApiTypes.STR})
    def get(self, request: Request) -> StreamingHttpResponse:
        return DAYS.response()


class HandsSerializer(serializers.Serializer[Any]):
    id = serializers.IntegerField()
    name = serializers.SerializerMethodField()

    @extend_schema_field(OpenApiTypes.STR)
    def get_name(self, user: User) -> str:
        return name_of(user)


class HandsView(APIView):
    """Whose hands can be asked for on a date."""

    @extend_schema(parameters=[ON], responses={200: HandsSerializer(many=True)})
    def get(self, request: Request) -> Response:
        return Response(HandsSerializer(working_on(date_in(request)), many=True).data)


urlpatterns = [
    path("day/", BoardView.as_view(), name="day"),
    path("day/before/", BeforeView.as_view(), name="day-before"),
    path("day/replan/", ReplanView.as_view(), name="day-replan"),
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
