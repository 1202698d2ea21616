"""The client's current style, and what the client plans."""

from typing import Any

from django.shortcuts import get_object_or_404
from django.urls import path
from django.utils import timezone
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.contract.wear import DAYS_MOST, WearAnswer
from craft.vocabulary import WearEventKind
from salon.aftercare.checking import link_of
from salon.aftercare.models import Checkin, PlannedDay
from salon.aftercare.planning import plan_days
from salon.aftercare.wearing import Wearing, wearing
from salon.booking.models import Booking
from salon.clients.models import Client
from salon.platform.errors import core_schema
from salon.platform.language import SentenceField
from salon.platform.permissions import Access
from salon.platform.roles import EVERYBODY, HANDS


class PlannedDaySerializer(serializers.ModelSerializer[PlannedDay]):
    kind = serializers.ChoiceField(choices=[kind.value for kind in WearEventKind])

    class Meta:
        model = PlannedDay
        fields = ["date", "kind"]


class PlannedDaysSerializer(serializers.Serializer[Any]):
    days = serializers.ListField(child=PlannedDaySerializer(), max_length=DAYS_MOST)


class CheckinSerializer(serializers.ModelSerializer[Checkin]):
    signs = serializers.ListField(child=serializers.CharField())

    class Meta:
        model = Checkin
        fields = [
            "id",
            "date",
            "looks",
            "dry_when_opened",
            "slept_with",
            "refreshed_with",
            "signs",
            "note",
            "seen_at",
        ]


class SittingSerializer(serializers.ModelSerializer[Booking]):
    title = SentenceField(source="spoken_title", read_only=True)

    class Meta:
        model = Booking
        fields = ["id", "title", "start", "plan"]


class CheckinLinkSerializer(serializers.Serializer[Any]):
    """A link for the client; its address is shown once, when it is opened."""

    expires_at = serializers.DateTimeField()
    address = serializers.CharField(allow_blank=True)


class WearingSerializer(serializers.Serializer[Any]):
    """A client's current style."""

    visit = serializers.IntegerField(allow_null=True)
    plan = serializers.IntegerField(allow_null=True)
    title = SentenceField(allow_blank=True)
    state = serializers.CharField(allow_blank=True)
    done_on = serializers.DateField(allow_null=True)
    today = serializers.DateField()
    calendar = serializers.SerializerMethodField()
    why_not = SentenceField(allow_blank=True)
    worked = serializers.ListField(child=SentenceField())
    failed = serializers.ListField(child=SentenceField())
    next_time = serializers.ListField(child=serializers.CharField())
    checkins = CheckinSerializer(many=True)
    booked = SittingSerializer(many=True)
    planned_days = PlannedDaySerializer(many=True)
    link = CheckinLinkSerializer(allow_null=True)

    @core_schema(WearAnswer)
    def get_calendar(self, shown: dict[str, Any]) -> Any:
        return shown["calendar"]


def wearing_data(worn: Wearing) -> dict[str, Any]:
    """A client's current style, as it is answered."""
    visit = worn.visit
    return {
        "visit": visit.pk if visit else None,
        "plan": visit.plan_id if visit else None,
        "title": visit.plan.spoken_title if visit else "",
        "state": visit.state if visit else "",
        "done_on": timezone.localdate(visit.started_at) if visit else None,
        "today": timezone.localdate(),
        "calendar": worn.answer.model_dump(mode="json") if worn.answer else None,
        "why_not": worn.why_not,
        "worked": worn.outcome.worked,
        "failed": worn.outcome.failed,
        "next_time": worn.next_time,
        "checkins": worn.checkins,
        "booked": worn.booked,
        "planned_days": worn.planned,
        "link": link_of(visit) if visit else None,
    }


def wear_response(client: Client) -> Response:
    """A client's current style."""
    return Response(WearingSerializer(wearing_data(wearing(client))).data)


class WearView(APIView):
    """A client's current style: which day of how many, what is due, what worked."""

    access = Access(HANDS)

    @extend_schema(responses=WearingSerializer)
    def get(self, request: Request, pk: int) -> Response:
        return wear_response(get_object_or_404(Client, pk=pk))


class PlannedDaysView(APIView):
    """What the client plans on days that the hair should fit; the whole list at once."""

    access = Access(EVERYBODY)

    @extend_schema(request=PlannedDaysSerializer, responses={200: WearingSerializer})
    def put(self, request: Request, pk: int) -> Response:
        client = get_object_or_404(Client, pk=pk)
        given = PlannedDaysSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        plan_days(client, given.validated_data["days"])
        return wear_response(client)


urlpatterns = [
    path("clients/<int:pk>/wear/", WearView.as_view(), name="wear"),
    path("clients/<int:pk>/planned-days/", PlannedDaysView.as_view(), name="planned-days"),
]
