"""Plans: computed while composing, saved, read as they were."""

from datetime import datetime
from typing import Any

from django.db.models import QuerySet
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from django.urls import URLPattern, path
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema, extend_schema_field
from pydantic import BaseModel
from rest_framework import generics, serializers, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.validators import UniqueValidator
from rest_framework.views import APIView

from craft.commands import COMMANDS
from craft.contract import PlanAnswer, PlanRequest, parse, read
from craft.contract.proposals import CompareAnswer, CompareRequest
from craft.errors import CraftError
from craft.plan.home import OF_THE_SET
from salon.clients.models import Client
from salon.core_api import json_response
from salon.planning import services
from salon.planning.models import Plan, Routine, without_long
from salon.planning.request import request_of
from salon.planning.wish import ClientWish, Pair, PlanWish
from salon.platform.auth import current_user
from salon.platform.errors import CoreField, body_text, core_schema
from salon.platform.idempotency import Idempotency
from salon.platform.input_limits import id_param
from salon.platform.language import SentenceField, lazy_sentence
from salon.platform.permissions import Access, has_role
from salon.platform.process_pool import SLOW_COMMANDS, run_command
from salon.platform.roles import EVERYBODY, HANDS, PLANNERS
from salon.staff.services import name_of


class ContractField(serializers.Field[Any, Any, Any, Any]):
    """A piece of the core's contract, in the shape of today."""

    def to_representation(self, piece: BaseModel) -> Any:
        return piece.model_dump(mode="json")


@core_schema(PlanRequest)
class RequestField(ContractField):
    """The request a plan was made of."""


@core_schema(PlanAnswer)
class AnswerField(ContractField):
    """The plan itself."""


def wish_out(wish: PlanWish) -> dict[str, Any]:
    """A wish as it is answered: what was not chosen is left out."""
    return wish.model_dump(mode="json", exclude_unset=True)


@core_schema(PlanWish)
class WishField(serializers.Field[Any, Any, Any, Any]):
    """What was chosen, without the client; what was not chosen is left out."""

    def to_representation(self, wish: PlanWish) -> Any:
        return wish_out(wish)


class PlanSerializer(serializers.ModelSerializer[Plan]):
    wish = WishField(source="parsed_wish", read_only=True)
    request = RequestField(
        source="parsed_request",
        read_only=True,
        allow_null=True,
        help_text="Null for the front desk: hair and person are for who works on them.",
    )
    answer = AnswerField(source="parsed_answer", read_only=True)
    client_name = serializers.CharField(source="client.name", read_only=True)
    title = SentenceField(read_only=True)
    made_by = serializers.SerializerMethodField()
    visits = serializers.SerializerMethodField()
    opened_at = serializers.SerializerMethodField(
        help_text="When its set was opened; null while it is in, and where nothing is opened."
    )

    class Meta:
        model = Plan
        fields = [
            "id",
            "client",
            "client_name",
            "title",
            "style",
            "wish",
            "request",
            "answer",
            "rules_version",
            "made_at",
            "made_by",
            "planned_start",
            "cancelled_at",
            "cancel_reason",
            "replaces",
            "visits",
            "opened_at",
        ]

    def get_made_by(self, plan: Plan) -> str:
        return name_of(plan.made_by)

    @extend_schema_field({"type": "array", "items": {"type": "integer"}})
    def get_visits(self, plan: Plan) -> list[int]:
        return [visit.pk for visit in plan.visits.all()]

    @extend_schema_field({"type": "string", "format": "date-time", "nullable": True})
    def get_opened_at(self, plan: Plan) -> datetime | None:
        opened = [visit.released_at for visit in plan.visits.all() if visit.released_at]
        return max(opened, default=None)

    def to_representation(self, plan: Plan) -> dict[str, Any]:
        """A plan, without hair and person for who does not work on them.

        Once its set is open nothing says any more that it is to be opened.
        """
        shown = super().to_representation(plan)
        if shown["opened_at"] is not None:
            home = shown["answer"]["home"]
            home["phases"] = [each for each in home["phases"] if each["key"] not in OF_THE_SET]
        if not has_role(self.context["request"].user, HANDS):
            shown["request"] = None
        return shown


class FoldSerializer(serializers.Serializer[Any]):
    """As much of a step as a small strip draws."""

    key = serializers.CharField()
    family = serializers.CharField()
    title = SentenceField()
    hands_on_min = serializers.FloatField()
    wait_min = serializers.FloatField()
    sitting = serializers.IntegerField()


class PlanRowSerializer(serializers.ModelSerializer[Plan]):
    title = SentenceField(read_only=True)
    steps = serializers.SerializerMethodField()
    client_min = serializers.SerializerMethodField()
    visits = serializers.SerializerMethodField()

    class Meta:
        model = Plan
        fields = [
            "id",
            "title",
            "style",
            "made_at",
            "planned_start",
            "cancelled_at",
            "steps",
            "client_min",
            "visits",
        ]

    @extend_schema_field(FoldSerializer(many=True))
    def get_steps(self, plan: Plan) -> list[dict[str, object]]:
        return list(FoldSerializer(plan.parsed_answer.steps, many=True).data)

    def get_client_min(self, plan: Plan) -> float:
        return plan.parsed_answer.totals.client_min

    @extend_schema_field({"type": "array", "items": {"type": "integer"}})
    def get_visits(self, plan: Plan) -> list[int]:
        return [visit.pk for visit in plan.visits.all()]


def wish_of(request: Request) -> tuple[Client, ClientWish]:
    """The head and the wish of a request, refused in the core's own words if they are wrong."""
    wish = read(ClientWish, body_text(request))
    return get_object_or_404(Client, pk=wish.client), wish


def draft_serializer(name: str, model: type[BaseModel]) -> type[serializers.Serializer[Any]]:
    """The shape of what the core makes of a wish.

    Args:
        name: of the command, as the address has it
        model: of its answer
    """
    field = core_schema(model)(type(f"{name.title()}Field", (serializers.JSONField,), {}))
    fields: dict[str, Any] = {"request": RequestField(allow_null=True), "answer": field()}
    return type(f"{name.title()}OfWishSerializer", (serializers.Serializer,), fields)


def wish_view(command: str, shape: type[serializers.Serializer[Any]]) -> type[APIView]:
    """What a command of the core makes of a wish, with the request it was made of."""

    class WishView(APIView):
        access = Access(HANDS)
        idempotency = Idempotency.OFF
        may_be_busy = command in SLOW_COMMANDS
        names_rows = True

        @extend_schema(request=ClientWish, responses={200: shape})
        def post(self, request: Request) -> HttpResponse:
            client, wish = wish_of(request)
            asked = request_of(client, wish, current_user(request))
            return worked_out(asked, command)

    return WishView


def plan_view(command: str, shape: type[serializers.Serializer[Any]]) -> type[APIView]:
    """The same of a saved plan, by the rules of today."""

    class PlanCommandView(APIView):
        access = Access(HANDS)

        @extend_schema(responses={200: shape})
        def get(self, request: Request, pk: int) -> HttpResponse:
            return worked_out(get_object_or_404(Plan, pk=pk).parsed_request, command)

    return PlanCommandView


def worked_out(asked: PlanRequest, command: str) -> HttpResponse:
    """What a command makes of a request, with the request."""
    answer = run_command(command, asked)
    # Labels are the shelf's own and long; nothing on screen reads them from here.
    told = asked.model_dump_json(exclude={"shelf": {"__all__": {"ingredients"}}})
    return json_response(f'{{"request":{told},"answer":{answer}}}')


#: What can be worked out of a wish: the address and the command of the core.
OF_WISH = {
    "draft": "plan",
    "proposals": "propose",
    "restyle": "restyle",
    "chain": "chain",
    "crown": "crown",
    "drying": "drying",
    "look": "look",
}
#: What can be worked out of a saved plan.
OF_PLAN = ("crown", "look")


def wish_paths() -> list[URLPattern]:
    """A path for everything that can be worked out of a wish, and of a saved plan."""
    paths = []
    for name, command in OF_WISH.items():
        shape = draft_serializer(name, COMMANDS[command].answer)
        view = wish_view(command, shape)
        paths.append(path(f"plans/{name}/", view.as_view(), name=name))
        if name in OF_PLAN:
            saved = plan_view(command, shape)
            paths.append(path(f"plans/<int:pk>/{name}/", saved.as_view(), name=f"plan-{name}"))
    return paths


class ComparisonView(APIView):
    """Two wishes side by side, step by step."""

    access = Access(HANDS)

    idempotency = Idempotency.OFF

    names_rows = True

    @extend_schema(
        request=Pair,
        responses={200: draft_serializer("comparison", CompareAnswer)},
    )
    def post(self, request: Request) -> HttpResponse:
        pair = read(Pair, body_text(request))
        requests = [
            request_of(get_object_or_404(Client, pk=wish.client), wish, current_user(request))
            for wish in (pair.first, pair.second)
        ]
        asked = CompareRequest(first=requests[0], second=requests[1])
        answer = run_command("compare", asked)
        return json_response(f'{{"request":null,"answer":{answer}}}')


class RoutineSerializer(serializers.ModelSerializer[Routine]):
    title = SentenceField(read_only=True)
    wish = serializers.SerializerMethodField()
    problem = serializers.SerializerMethodField(help_text="Why it cannot be used; else empty.")
    made_by = serializers.SerializerMethodField()

    class Meta:
        model = Routine
        fields = ["id", "name", "title", "wish", "problem", "made_at", "made_by"]

    @extend_schema_field(WishField(allow_null=True))
    def get_wish(self, routine: Routine) -> Any:
        return None if self.get_problem(routine) else wish_out(routine.parsed_wish)

    def get_problem(self, routine: Routine) -> str:
        # One that cannot be read must not take the others with it.
        try:
            _ = routine.parsed_wish
        except CraftError as error:
            return error.message
        return ""

    def get_made_by(self, plan: Routine) -> str:
        return name_of(plan.made_by)


@core_schema(ClientWish)
class GivenWishField(CoreField):
    """A wish, with the head it was composed for."""

    model = ClientWish


class KeepRoutineSerializer(serializers.Serializer[Any]):
    name = serializers.CharField(
        max_length=80,
        validators=[
            UniqueValidator(
                Routine.objects.all(), lazy_sentence("There is already a routine with this name.")
            )
        ],
        error_messages={
            "blank": lazy_sentence("Give the routine a name."),
            "required": lazy_sentence("Enter a name."),
        },
    )
    wish = GivenWishField()


class RoutinesView(APIView):
    """Routines of the salon."""

    access = Access(HANDS, PLANNERS)

    @extend_schema(responses=RoutineSerializer(many=True))
    def get(self, request: Request) -> Response:
        rows = Routine.objects.select_related("made_by")
        return Response(RoutineSerializer(rows, many=True).data)

    @extend_schema(request=KeepRoutineSerializer, responses={201: RoutineSerializer})
    def post(self, request: Request) -> Response:
        given = KeepRoutineSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        wish = parse(ClientWish, given.validated_data["wish"])
        saved = services.save_routine(given.validated_data["name"], wish, current_user(request))
        return Response(RoutineSerializer(saved).data, status=status.HTTP_201_CREATED)


class RoutineView(APIView):
    """One routine of the salon."""

    access = Access(HANDS, PLANNERS)

    @extend_schema(responses={204: None})
    def delete(self, request: Request, pk: int) -> Response:
        get_object_or_404(Routine, pk=pk).delete()
        return Response(status=status.HTTP_204_NO_CONTENT)


class PlansView(generics.ListAPIView[Any]):
    """Saved plans of one client."""

    access = Access(EVERYBODY, PLANNERS)

    idempotency = Idempotency.RESERVE

    names_rows = True
    serializer_class = PlanRowSerializer

    def get_queryset(self) -> QuerySet[Plan]:
        rows = without_long(Plan.objects.prefetch_related("visits"))
        client = id_param(self.request, "client")
        return rows if client is None else rows.filter(client=client)

    @extend_schema(parameters=[OpenApiParameter("client", OpenApiTypes.INT)])
    def get(self, request: Request, *args: object, **kwargs: object) -> Response:
        return super().get(request, *args, **kwargs)

    @extend_schema(request=ClientWish, responses={201: PlanSerializer})
    def post(self, request: Request) -> Response:
        client, wish = wish_of(request)
        saved = services.save(client, wish, current_user(request))
        return Response(
            PlanSerializer(saved, context={"request": request}).data, status=status.HTTP_201_CREATED
        )


class StartSerializer(serializers.Serializer[Any]):
    planned_start = serializers.DateTimeField(
        allow_null=True,
        error_messages={"invalid": lazy_sentence("Give a date and a time, e.g. 2026-06-20T10:00.")},
    )


class StartView(APIView):
    """When a plan shall begin."""

    access = Access(EVERYBODY)

    @extend_schema(request=StartSerializer, responses={200: PlanSerializer})
    def put(self, request: Request, pk: int) -> Response:
        given = StartSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        plan = get_object_or_404(Plan.objects.select_related("client", "made_by"), pk=pk)
        services.set_start(plan, given.validated_data["planned_start"])
        return Response(PlanSerializer(plan, context={"request": request}).data)


class CancelSerializer(serializers.Serializer[Any]):
    """Why a plan does not take place."""

    reason = serializers.CharField(
        max_length=200, required=False, allow_blank=True, default="", trim_whitespace=True
    )


class CancelView(APIView):
    """Cancel a plan, or take that back."""

    access = Access(EVERYBODY)

    @extend_schema(request=CancelSerializer, responses={200: PlanSerializer})
    def post(self, request: Request, pk: int) -> Response:
        given = CancelSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        plan = get_object_or_404(Plan.objects.select_related("client", "made_by"), pk=pk)
        cancelled = services.cancel(plan, given.validated_data["reason"])
        return Response(PlanSerializer(cancelled, context={"request": request}).data)

    @extend_schema(request=None, responses={200: PlanSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        plan = get_object_or_404(Plan.objects.select_related("client", "made_by"), pk=pk)
        kept = services.cancel(plan, "", back=True)
        return Response(PlanSerializer(kept, context={"request": request}).data)


class PlanView(generics.RetrieveAPIView[Any]):
    """A saved plan, as it was."""

    access = Access(EVERYBODY, PLANNERS)

    queryset = Plan.objects.select_related("client", "made_by").prefetch_related("visits")
    serializer_class = PlanSerializer

    @extend_schema(responses={204: None})
    def delete(self, request: Request, pk: int) -> Response:
        """Delete a plan that nothing came of."""
        services.delete(get_object_or_404(Plan, pk=pk))
        return Response(status=status.HTTP_204_NO_CONTENT)


urlpatterns = [
    path("plans/", PlansView.as_view(), name="plans"),
    *wish_paths(),
    path("plans/comparison/", ComparisonView.as_view(), name="comparison"),
    path("routines/", RoutinesView.as_view(), name="routines"),
    path("routines/<int:pk>/", RoutineView.as_view(), name="routine"),
    path("plans/<int:pk>/cancellation/", CancelView.as_view(), name="plan-cancellation"),
    path("plans/<int:pk>/start/", StartView.as_view(), name="plan-start"),
    path("plans/<int:pk>/", PlanView.as_view(), name="plan"),
]
