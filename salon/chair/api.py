"""The chair: a visit under way, and all of them for the bench."""

from typing import Any

from django.shortcuts import get_object_or_404
from django.urls import path
from django.utils import timezone
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.contract import PlanAnswer
from craft.contract.chair import ChairAnswer, LastTime, SwapCheck
from craft.contract.events import EventList
from craft.contract.replay import ENTRIES_MOST, ReplayAnswer
from craft.vocabulary import Role, StepStatus, VisitState
from salon.chair.services import (
    chair_of,
    check_swap,
    go_on_by,
    last_time_of,
    note,
    replan_rest,
    replay_visit,
    under_way,
    visit_before,
    visits_with_plan,
)
from salon.kit.api import KitUseSerializer
from salon.kit.models import KitUse
from salon.platform.auth import current_user
from salon.platform.errors import body_text, core_schema
from salon.platform.fields import choice_field, float_field, integer_field
from salon.platform.idempotency import Idempotency
from salon.platform.input_limits import MAX_ID
from salon.platform.language import SentenceField, sentence
from salon.platform.permissions import Access
from salon.platform.roles import HANDS
from salon.products.models import Product
from salon.staff.services import names_of
from salon.visits.api import EventSerializer
from salon.visits.models import Visit
from salon.visits.remarks import of_client
from salon.visits.remarks_api import RemarkSerializer
from salon.visits.sending import sent_entries


@core_schema(ChairAnswer)
class ChairField(serializers.JSONField):
    """What the core sees of a visit."""


@core_schema(PlanAnswer)
class WorkedField(serializers.JSONField):
    """The plan that is worked."""


class ChairSerializer(serializers.Serializer[Any]):
    """A visit under way."""

    visit = serializers.IntegerField()
    client = serializers.IntegerField()
    client_name = serializers.CharField()
    allergies = serializers.ListField(child=serializers.CharField())
    plan = serializers.IntegerField()
    answer = WorkedField()
    chair = ChairField()
    events = EventSerializer(many=True, help_text="Entries that are in the log.")
    kit = KitUseSerializer(many=True, help_text="Its pieces that are not back yet.")
    remarks = RemarkSerializer(many=True, help_text="Of visits before this one, and from home.")
    now = serializers.DateTimeField(help_text="Of the server, which its hours go by.")


def chair_out(visit: Visit) -> dict[str, Any]:
    """A visit under way as it is answered."""
    now = timezone.now()
    out = KitUse.objects.filter(visit=visit.pk, returned_at=None)
    return dict(
        ChairSerializer(
            {
                "visit": visit.pk,
                "client": visit.client_id,
                "client_name": visit.client.name,
                "allergies": visit.client.allergies,
                "plan": visit.plan_id,
                "answer": visit.plan.parsed_answer.model_dump(mode="json"),
                "chair": chair_of(visit, now).model_dump(mode="json"),
                "events": visit.events.all(),
                "kit": out.select_related("item"),
                "remarks": of_client(visit.client, visit),
                "now": now,
            }
        ).data
    )


class ChairView(APIView):
    """A visit under way: read, and added to."""

    access = Access(HANDS)

    @extend_schema(responses={200: ChairSerializer})
    def get(self, request: Request, pk: int) -> Response:
        visit = get_object_or_404(visits_with_plan(), pk=pk)
        return Response(chair_out(visit))

    @extend_schema(request=EventList, responses={200: ChairSerializer})
    def post(self, request: Request, pk: int) -> Response:
        visit = get_object_or_404(visits_with_plan(), pk=pk)
        return Response(chair_out(note(visit, sent_entries(visit, body_text(request)))))


@core_schema(ReplayAnswer)
class ReplayField(serializers.JSONField):
    """What the core sees of a visit at a moment that is gone."""


class ReplaySerializer(serializers.Serializer[Any]):
    """A visit again, entry by entry."""

    visit = serializers.IntegerField()
    client = serializers.IntegerField()
    client_name = serializers.CharField()
    title = SentenceField()
    plan = serializers.IntegerField()
    names = serializers.DictField(child=serializers.CharField(), help_text="Of those who worked.")
    replay = ReplayField()


@core_schema(LastTime)
class LastTimeField(serializers.JSONField):
    """What went wrong at a visit."""


class VisitBeforeSerializer(serializers.Serializer[Any]):
    """The last visit of the same client."""

    visit = serializers.IntegerField(allow_null=True, help_text="Null: this is the first.")
    at = serializers.DateTimeField(allow_null=True)
    title = SentenceField(allow_blank=True)
    last_time = LastTimeField(allow_null=True)


class VisitBeforeView(APIView):
    """What went wrong at the last visit of the same client."""

    access = Access(HANDS)

    @extend_schema(responses={200: VisitBeforeSerializer})
    def get(self, request: Request, pk: int) -> Response:
        before = visit_before(get_object_or_404(Visit, pk=pk))
        out: dict[str, Any] = {"visit": None, "at": None, "title": "", "last_time": None}
        if before is not None:
            out = {
                "visit": before.pk,
                "at": before.started_at,
                "title": before.plan.spoken_title,
                "last_time": last_time_of(before).model_dump(mode="json"),
            }
        return Response(VisitBeforeSerializer(out).data)


class MomentQuery(serializers.Serializer[Any]):
    moment = integer_field(
        0, ENTRIES_MOST, "entries", required=False, help_text="Without it after the last entry."
    )


class ReplayView(APIView):
    """A visit that is over or under way, as it stood after one of its entries."""

    access = Access(HANDS)

    @extend_schema(parameters=[MomentQuery], responses={200: ReplaySerializer})
    def get(self, request: Request, pk: int) -> Response:
        asked = MomentQuery(data=request.query_params)
        asked.is_valid(raise_exception=True)
        visit = get_object_or_404(visits_with_plan(), pk=pk)
        answer = replay_visit(visit, asked.validated_data.get("moment"))
        out = {
            "visit": visit.pk,
            "client": visit.client_id,
            "client_name": visit.client.name,
            "title": visit.plan.spoken_title,
            "plan": visit.plan_id,
            "names": names_of({moment.by for moment in answer.moments}),
            "replay": answer.model_dump(mode="json"),
        }
        return Response(ReplaySerializer(out).data)


class ChairTimerSerializer(serializers.Serializer[Any]):
    title = SentenceField()
    least_at = serializers.DateTimeField()
    most_at = serializers.DateTimeField(allow_null=True)


class SeatSerializer(serializers.Serializer[Any]):
    """A client with a visit under way."""

    visit = serializers.IntegerField()
    plan = serializers.IntegerField()
    client = serializers.IntegerField()
    client_name = serializers.CharField()
    title = SentenceField()
    state = serializers.ChoiceField(choices=[state.value for state in VisitState])
    step = SentenceField(allow_blank=True, help_text="What is worked, or comes next.")
    running = serializers.BooleanField(help_text="Whether hands are at work on it.")
    timers = ChairTimerSerializer(many=True)


def seat(visit: Visit) -> dict[str, Any]:
    """A visit under way in one line."""
    answer = chair_of(visit, timezone.now(), forecast=False)
    titles = {step.key: step.title for step in visit.plan.parsed_answer.steps}
    running = any(run.status is StepStatus.RUNNING for run in answer.visit.steps)
    return {
        "visit": visit.pk,
        "plan": visit.plan_id,
        "client": visit.client_id,
        "client_name": visit.client.name,
        "title": visit.plan.spoken_title,
        "state": visit.state,
        "step": titles.get(answer.step or "", ""),
        "running": running,
        "timers": [
            {"title": timer.title, "least_at": timer.least_at, "most_at": timer.most_at}
            for timer in answer.timers
        ],
    }


class SeatsView(APIView):
    """Everybody with a visit under way, the oldest first."""

    access = Access(HANDS)

    @extend_schema(responses={200: SeatSerializer(many=True)})
    def get(self, request: Request) -> Response:
        return Response(SeatSerializer([seat(visit) for visit in under_way()], many=True).data)


class ReplanRestWishSerializer(serializers.Serializer[Any]):
    sections = integer_field(1, 120, "sections", required=False)
    rod_mm = float_field(4, 60, "mm", required=False)
    keep = serializers.BooleanField(default=False, help_text="If not, it is only shown.")

    def validate(self, values: dict[str, Any]) -> dict[str, Any]:
        if not {"sections", "rod_mm"} & set(values):
            raise serializers.ValidationError(
                sentence("Give another number of sections, or other rods.")
            )
        return values


class ReplanRestSerializer(serializers.Serializer[Any]):
    """What continuing differently comes to."""

    summary = serializers.ListField(child=SentenceField())
    kept = serializers.BooleanField()


class ReplanRestView(APIView):
    """Go on with other sections or rods: the rest is planned again, first shown, then kept."""

    access = Access(HANDS)

    idempotency = Idempotency.RESERVE

    @extend_schema(request=ReplanRestWishSerializer, responses={200: ReplanRestSerializer})
    def post(self, request: Request, pk: int) -> Response:
        given = ReplanRestWishSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        visit = get_object_or_404(visits_with_plan(), pk=pk)
        changed = dict(given.validated_data)
        keep = changed.pop("keep")
        replan = replan_rest(visit, changed, current_user(request))
        if keep:
            go_on_by(visit, current_user(request), replan)
        answer = {"summary": replan.summary, "kept": keep}
        return Response(ReplanRestSerializer(answer).data)


@core_schema(SwapCheck)
class SwapCheckField(serializers.JSONField):
    """What another bottle was held against."""


class SwapWishSerializer(serializers.Serializer[Any]):
    role = choice_field([role.value for role in Role])
    product = serializers.IntegerField(min_value=1, max_value=MAX_ID)


class OtherBottleSerializer(serializers.Serializer[Any]):
    """Another bottle in the middle of a visit."""

    product = serializers.IntegerField()
    check = SwapCheckField()


class SwapView(APIView):
    """Hold another bottle against this visit: label, pairs, stock and film."""

    access = Access(HANDS)

    @extend_schema(
        parameters=[SwapWishSerializer],
        responses={200: OtherBottleSerializer},
    )
    def get(self, request: Request, pk: int) -> Response:
        visit = get_object_or_404(visits_with_plan(), pk=pk)
        given = SwapWishSerializer(data=request.query_params)
        given.is_valid(raise_exception=True)
        asked = given.validated_data
        product = get_object_or_404(Product, pk=asked["product"], retired_at=None)
        check = check_swap(visit, Role(asked["role"]), product).model_dump(mode="json")
        return Response(OtherBottleSerializer({"product": product.pk, "check": check}).data)


urlpatterns = [
    path("chairs/", SeatsView.as_view(), name="chairs"),
    path("visits/<int:pk>/chair/", ChairView.as_view(), name="chair"),
    path("visits/<int:pk>/replay/", ReplayView.as_view(), name="visit-replay"),
    path("visits/<int:pk>/before/", VisitBeforeView.as_view(), name="visit-before"),
    path("visits/<int:pk>/swap/", SwapView.as_view(), name="chair-swap"),
    path("visits/<int:pk>/replan/", ReplanRestView.as_view(), name="chair-replan"),
]
