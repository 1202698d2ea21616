"""Bookings, boards and changes of a day as they are sent and answered."""

from datetime import date, datetime
from typing import Any

from django.contrib.auth.models import User
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers

from craft.contract.day import SEGMENTS_MOST, DayAnswer
from craft.contract.plan import Reason
from craft.messages import language, stored_said_in
from craft.progress import Progress
from craft.vocabulary import BookingState
from salon.booking.board import Board, on_board
from salon.booking.hours import hours_of, moment_of, specialists_on
from salon.booking.models import BookedSegment, Booking, DayChange
from salon.booking.placing import Wanted
from salon.booking.services import MAY_BECOME, version_of
from salon.clients.models import Client
from salon.planning.models import Plan
from salon.platform.errors import core_schema
from salon.platform.fields import MOMENTS, choice_field, integer_field
from salon.platform.language import SentenceField, lazy_sentence, sentence
from salon.staff.services import name_of

STATES = [state.value for state in BookingState]


DATES = lazy_sentence("Give a date as year-month-day, e.g. 2026-06-20.")


@extend_schema_field(str)
class StepTitleField(serializers.Field[Any, Any, Any, Any]):
    """What a segment is called: as its step, in the language of the request."""

    def __init__(self, **kwargs: Any) -> None:
        super().__init__(source="*", read_only=True, **kwargs)

    def to_representation(self, value: BookedSegment) -> str:
        return stored_said_in(value.booking.title_of_step(value.step, value.title), language())


class SegmentSerializer(serializers.ModelSerializer[BookedSegment]):
    """A stretch of a booking in time."""

    title = StepTitleField()
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

    client_name = serializers.CharField(source="client.name", read_only=True)
    title = SentenceField(source="spoken_title", read_only=True)
    state = serializers.ChoiceField(choices=STATES)
    may_become = serializers.SerializerMethodField(help_text="States that can follow.")
    segments = SegmentSerializer(many=True, read_only=True)
    wanted = serializers.IntegerField(source="wanted_id", allow_null=True, read_only=True)
    allergies = serializers.ListField(
        source="client.allergies", child=serializers.CharField(), read_only=True
    )

    class Meta:
        model = Booking
        fields = [
            "id",
            "client",
            "client_name",
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
            "client_knows",
            "version",
            "segments",
        ]

    @extend_schema_field(serializers.ListField(child=serializers.ChoiceField(choices=STATES)))
    def get_may_become(self, booking: Booking) -> list[str]:
        return [state.value for state in MAY_BECOME[booking.state]]


class BoardPersonSerializer(serializers.Serializer[Any]):
    id = serializers.IntegerField()
    name = serializers.CharField()
    present = serializers.ListField(child=serializers.ListField(child=serializers.IntegerField()))
    breaks = serializers.ListField(child=serializers.ListField(child=serializers.IntegerField()))


class LoadSerializer(serializers.Serializer[Any]):
    """Hands needed against hands present, and clients at every station, in a quarter of an hour."""

    start = serializers.IntegerField()
    needed = serializers.IntegerField()
    present = serializers.IntegerField()
    places = serializers.DictField(child=serializers.IntegerField())


class BoardStationSerializer(serializers.Serializer[Any]):
    station = serializers.CharField()
    count = serializers.IntegerField()


class ClashSerializer(serializers.Serializer[Any]):
    """Something that cannot be at once."""

    text = SentenceField()
    start = serializers.IntegerField()
    end = serializers.IntegerField()
    bookings = serializers.ListField(child=serializers.IntegerField(), source="heads")


class StandingSerializer(serializers.Serializer[Any]):
    """How sure the hour of a client is."""

    booking = serializers.IntegerField(source="head")
    on_time = serializers.FloatField()
    over_wait = serializers.FloatField()
    doubtful = serializers.BooleanField(help_text="Holds too seldom to be a promise.")


class BoardSerializer(serializers.Serializer[Any]):
    """A date of the salon."""

    date = serializers.DateField(source="hours.date")
    version = serializers.SerializerMethodField()
    midnight = serializers.SerializerMethodField()
    open_min = serializers.IntegerField(source="hours.open_min")
    close_min = serializers.IntegerField(source="hours.close_min")
    closed = SentenceField(source="hours.closed", allow_blank=True)
    stations = serializers.SerializerMethodField()
    people = serializers.SerializerMethodField()
    bookings = BookingSerializer(many=True)
    load = LoadSerializer(source="standing.load", many=True)
    clashes = ClashSerializer(source="standing.clashes", many=True)
    odds = StandingSerializer(source="standing.heads", many=True)
    why = serializers.SerializerMethodField(help_text="What the odds rest on.")

    @core_schema(Reason)
    def get_why(self, board: Board) -> dict[str, Any]:
        return board.standing.why.model_dump()

    def get_version(self, board: Board) -> int:
        return version_of(board.hours.date)

    @extend_schema_field(OpenApiTypes.DATETIME)
    def get_midnight(self, board: Board) -> datetime:
        return moment_of(0, board.hours.date)

    @extend_schema_field(BoardStationSerializer(many=True))
    def get_stations(self, board: Board) -> list[dict[str, Any]]:
        return [
            {"station": station, "count": count}
            for station, count in board.stations.items()
            if count
        ]

    @extend_schema_field(BoardPersonSerializer(many=True))
    def get_people(self, board: Board) -> list[dict[str, Any]]:
        open_hours = [(board.hours.open_min, board.hours.close_min)]
        return [
            {
                "id": int(person.id),
                "name": person.name,
                "present": person.present or open_hours,
                "breaks": person.breaks,
            }
            for person in specialists_on(board.hours)
        ]


class WantedSerializer(serializers.Serializer[Any]):
    """What is to be booked."""

    client = serializers.PrimaryKeyRelatedField(queryset=Client.objects.all())
    plan = serializers.PrimaryKeyRelatedField(
        queryset=Plan.objects.all(), required=False, allow_null=True
    )
    sitting = integer_field(1, 2, lazy_sentence("as the appointment"), required=False)
    title = serializers.CharField(max_length=120, required=False, allow_blank=True)
    minutes = integer_field(5, 720, "minutes", required=False)
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
        if plan is not None and plan.client_id != values["client"].pk:
            raise serializers.ValidationError(
                {"plan": sentence("This plan is for another client.")}
            )
        if plan is not None and plan.cancelled_at is not None:
            raise serializers.ValidationError({"plan": sentence("This plan was cancelled.")})
        return values


class BookSerializer(WantedSerializer):
    start = serializers.DateTimeField(error_messages={"invalid": MOMENTS})


class SlotsSerializer(WantedSerializer):
    date = serializers.DateField(required=False, error_messages={"invalid": DATES})


class SlotSerializer(serializers.Serializer[Any]):
    start = serializers.DateTimeField()
    end = serializers.DateTimeField()
    specialist = serializers.CharField(allow_blank=True)
    kit = serializers.ListField(
        child=SentenceField(), help_text="What has to be back by then, or is short."
    )


def wanted_of(values: dict[str, Any]) -> Wanted:
    """What is to be booked, from what was sent."""
    names = (
        "client",
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
    return Wanted(**{name: values[name] for name in names if values.get(name) is not None})


class NotedSerializer(serializers.Serializer[Any]):
    """What else is known of a booking."""

    client_knows = serializers.BooleanField(required=False)
    note = serializers.CharField(max_length=200, required=False, allow_blank=True)


class StateSerializer(serializers.Serializer[Any]):
    state = choice_field(STATES)
    reason = serializers.CharField(max_length=200, required=False, allow_blank=True)


class MoveSerializer(serializers.Serializer[Any]):
    start = serializers.DateTimeField(error_messages={"invalid": MOMENTS})
    segment = integer_field(
        0,
        SEGMENTS_MOST - 1,
        lazy_sentence("as the segment that begins then; 0: all of it"),
        required=False,
    )
    keep = serializers.BooleanField(
        default=True, help_text="If not, the answer only says whether it fits there."
    )


class ChangeSerializer(serializers.Serializer[Any]):
    booking = serializers.IntegerField()
    by_min = serializers.IntegerField()
    text = SentenceField()


class OddsSerializer(serializers.Serializer[Any]):
    booking = serializers.IntegerField()
    on_time = serializers.FloatField(allow_null=True)


class ReplanSerializer(serializers.Serializer[Any]):
    """What a change of the day comes to."""

    change = serializers.IntegerField(help_text="Its number, by which it is kept.")
    possible = serializers.BooleanField()
    finish = serializers.DateTimeField(allow_null=True)
    closes = serializers.DateTimeField(help_text="When the salon closes on that day.")
    past_closing_min = serializers.IntegerField(help_text="So much later the day ends.")
    proven = serializers.BooleanField(help_text="No timetable is done earlier.")
    changes = ChangeSerializer(many=True)
    odds = OddsSerializer(many=True)
    why_not = SentenceField(allow_blank=True)
    relaxations = serializers.ListField(child=SentenceField())


def replan_out(change: DayChange) -> dict[str, Any]:
    """A change of the day as it is answered."""
    answer = DayAnswer.model_validate(change.answer)
    finish, hours = answer.finish_min, hours_of(change.date)
    return {
        "change": change.pk,
        "possible": answer.status != "infeasible",
        "proven": answer.status == "optimal",
        "finish": None if finish is None else moment_of(finish, change.date),
        "closes": moment_of(hours.close_min, change.date),
        "past_closing_min": max(0, (finish or 0) - hours.close_min),
        "changes": [
            {
                "booking": int(moved.head),
                "by_min": moved.by_min,
                "text": moved.text,
            }
            for moved in answer.changes
        ],
        "odds": [{"booking": int(head.head), "on_time": head.on_time} for head in answer.heads],
        "why_not": answer.why_not,
        "relaxations": [offer.text for offer in answer.relaxations],
    }


def progress_out(heard: Progress, day: date) -> dict[str, Any]:
    """How far a search is."""
    return {
        "finish": moment_of(heard.finish_min, day).isoformat(),
        "earliest": moment_of(heard.bound_min, day).isoformat(),
        "seconds": round(heard.seconds, 1),
    }


class LateSerializer(serializers.Serializer[Any]):
    minutes = integer_field(0, 240, "minutes")


class ReplanWishSerializer(serializers.Serializer[Any]):
    date = serializers.DateField(error_messages={"invalid": DATES})


class WeekDaySerializer(serializers.Serializer[Any]):
    date = serializers.DateField(source="hours.date")
    closed = SentenceField(source="hours.closed", allow_blank=True)
    clients = serializers.SerializerMethodField()
    hands_min = serializers.IntegerField(
        source="standing.needed_min", help_text="Minutes of hands that are booked."
    )
    present_min = serializers.IntegerField(
        source="standing.present_min", help_text="Minutes of hands that are there."
    )

    @extend_schema_field(OpenApiTypes.INT)
    def get_clients(self, board: Board) -> int:
        return len(on_board(board.bookings))


class LineSerializer(serializers.Serializer[Any]):
    """One thing to see to before the day."""

    key = serializers.CharField()
    severity = serializers.CharField()
    text = SentenceField()
    booking = serializers.IntegerField(allow_null=True)
    to = serializers.CharField(help_text="Where it is mended.")


class DueSerializer(serializers.Serializer[Any]):
    """A client who is due back."""

    client = serializers.IntegerField(source="visit.client_id")
    client_name = serializers.CharField(source="visit.client.name")
    title = SentenceField(source="visit.plan.title")
    last_safe_day = serializers.DateField(source="dates.last_safe_day")
    return_by = serializers.DateField(source="dates.return_by")
    overdue = serializers.BooleanField()
    opens_at = serializers.DateTimeField(
        allow_null=True, help_text="When its set is to be opened; null where none is in."
    )
    at_home = serializers.BooleanField(help_text="Whether the client opens it.")


class HandsSerializer(serializers.Serializer[Any]):
    id = serializers.IntegerField()
    username = serializers.CharField()
    name = serializers.SerializerMethodField()

    @extend_schema_field(OpenApiTypes.STR)
    def get_name(self, user: User) -> str:
        return name_of(user)
