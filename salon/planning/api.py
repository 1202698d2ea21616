"""Plans: computed while composing, saved, read as they were."""

from collections.abc import Callable
from typing import ClassVar

from django.db.models import QuerySet
from django.shortcuts import get_object_or_404
from django.urls import path
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema, extend_schema_field
from pydantic import BaseModel
from rest_framework import generics, serializers, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.validators import UniqueValidator
from rest_framework.views import APIView

from craft.contract import PlanAnswer, PlanRequest, parse, read
from craft.contract.crown import CrownAnswer
from craft.contract.drying_plan import DryingPlanAnswer
from craft.contract.look import LookAnswer
from craft.contract.proposals import ChainAnswer, CompareAnswer, ProposeAnswer
from craft.routine.chain import chain
from craft.routine.compare import side_by_side
from craft.routine.crown import crown
from craft.routine.drying_plan import drying_plan
from craft.routine.look import looks
from craft.routine.propose import propose
from salon.heads.models import Head
from salon.house.services import name_of
from salon.planning import services
from salon.planning.models import Plan, Routine
from salon.planning.wish import HeadWish, Pair
from salon.problems import CoreField, ProblemsSerializer


@extend_schema_field(PlanRequest)
class RequestField(serializers.JSONField):
    """The request a plan was made of."""


@extend_schema_field(PlanAnswer)
class AnswerField(serializers.JSONField):
    """The plan itself."""


class PlanSerializer(serializers.ModelSerializer):
    request = RequestField(read_only=True)
    answer = AnswerField(read_only=True)
    head_name = serializers.CharField(source="head.name", read_only=True)
    made_by = serializers.SerializerMethodField()
    visits = serializers.SerializerMethodField()

    class Meta:
        model = Plan
        fields = [
            "id",
            "head",
            "head_name",
            "title",
            "style",
            "request",
            "answer",
            "rules_version",
            "made_at",
            "made_by",
            "planned_start",
            "replaces",
            "visits",
        ]

    def get_made_by(self, plan: Plan) -> str:
        return name_of(plan.made_by)

    @extend_schema_field({"type": "array", "items": {"type": "integer"}})
    def get_visits(self, plan: Plan) -> list[int]:
        return [visit.pk for visit in plan.visits.all()]


class FoldSerializer(serializers.Serializer):
    """As much of a step as a small strip draws."""

    key = serializers.CharField()
    family = serializers.CharField()
    title = serializers.CharField()
    hands_on_min = serializers.FloatField()
    wait_min = serializers.FloatField()
    sitting = serializers.IntegerField()


class PlanRowSerializer(serializers.ModelSerializer):
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
            "steps",
            "client_min",
            "visits",
        ]

    @extend_schema_field(FoldSerializer(many=True))
    def get_steps(self, plan: Plan) -> list[dict[str, object]]:
        return FoldSerializer(plan.answer["steps"], many=True).data

    def get_client_min(self, plan: Plan) -> float:
        return float(plan.answer["totals"]["client_min"])

    @extend_schema_field({"type": "array", "items": {"type": "integer"}})
    def get_visits(self, plan: Plan) -> list[int]:
        return [visit.pk for visit in plan.visits.all()]


class DraftSerializer(serializers.Serializer):
    request = RequestField()
    answer = AnswerField()


def body_of(request: Request) -> str:
    """The text of a request, for the core to read."""
    return request._request.body.decode("utf-8", "replace")


def wish_of(request: Request) -> tuple[Head, HeadWish]:
    """The head and the wish of a request, told in the core's own words if they are wrong."""
    wish = read(HeadWish, body_of(request))
    return get_object_or_404(Head, pk=wish.head), wish


class DraftView(APIView):
    """Compute a plan without saving it."""

    @extend_schema(request=HeadWish, responses={200: DraftSerializer, 400: ProblemsSerializer})
    def post(self, request: Request) -> Response:
        head, wish = wish_of(request)
        made = services.draft(head, wish, request.user)
        return Response(
            {
                "request": made.request.model_dump(mode="json"),
                "answer": made.answer.model_dump(mode="json"),
            }
        )


@extend_schema_field(ProposeAnswer)
class ProposeField(serializers.JSONField):
    """Routines on the trade-off front."""


class ProposalsSerializer(serializers.Serializer):
    answer = ProposeField()


@extend_schema_field(CompareAnswer)
class CompareField(serializers.JSONField):
    """Two routines side by side."""


class ComparisonSerializer(serializers.Serializer):
    answer = CompareField()


@extend_schema_field(ChainAnswer)
class ChainField(serializers.JSONField):
    """Looks over the days of one set."""


class ChainSerializer(serializers.Serializer):
    answer = ChainField()


class ProposalsView(APIView):
    """Up to three different routines for a wish, and what to relax if none fits."""

    @extend_schema(request=HeadWish, responses={200: ProposalsSerializer, 400: ProblemsSerializer})
    def post(self, request: Request) -> Response:
        head, wish = wish_of(request)
        found = propose(services.request_of(head, wish, request.user))
        return Response({"answer": found.model_dump(mode="json")})


class ComparisonView(APIView):
    """Two wishes side by side, step by step."""

    @extend_schema(request=Pair, responses={200: ComparisonSerializer, 400: ProblemsSerializer})
    def post(self, request: Request) -> Response:
        pair = read(Pair, body_of(request))
        first, second = (
            services.draft(get_object_or_404(Head, pk=one.head), one, request.user).answer
            for one in (pair.first, pair.second)
        )
        return Response({"answer": side_by_side(first, second).model_dump(mode="json")})


class ChainView(APIView):
    """The looks that follow a style."""

    @extend_schema(request=HeadWish, responses={200: ChainSerializer, 400: ProblemsSerializer})
    def post(self, request: Request) -> Response:
        head, wish = wish_of(request)
        found = chain(services.request_of(head, wish, request.user))
        return Response({"answer": found.model_dump(mode="json")})


@extend_schema_field(CrownAnswer)
class CrownField(serializers.JSONField):
    """The parting from the back and the sides."""


class CrownSerializer(serializers.Serializer):
    answer = CrownField()


@extend_schema_field(DryingPlanAnswer)
class DryingField(serializers.JSONField):
    """How a set dries."""


class DryingPlannerSerializer(serializers.Serializer):
    answer = DryingField()


@extend_schema_field(LookAnswer)
class LookField(serializers.JSONField):
    """How a style looks over the days."""


class LookSerializer(serializers.Serializer):
    answer = LookField()


class OfWishView(APIView):
    """Something the core works out of a wish."""

    of: ClassVar[Callable[[PlanRequest], BaseModel]]

    def worked_out(self, request: Request) -> Response:
        head, wish = wish_of(request)
        found = type(self).of(services.request_of(head, wish, request.user))
        return Response({"answer": found.model_dump(mode="json")})


class OfPlanView(APIView):
    """The same of a saved plan, by the rules of today."""

    of: ClassVar[Callable[[PlanRequest], BaseModel]]

    def worked_out(self, pk: int) -> Response:
        plan = get_object_or_404(Plan, pk=pk)
        found = type(self).of(parse(PlanRequest, plan.request))
        return Response({"answer": found.model_dump(mode="json")})


class CrownView(OfWishView):
    """The parting of a wish from the back and the sides."""

    of = staticmethod(crown)

    @extend_schema(request=HeadWish, responses={200: CrownSerializer, 400: ProblemsSerializer})
    def post(self, request: Request) -> Response:
        return self.worked_out(request)


class DryingView(OfWishView):
    """How the set of a wish dries."""

    of = staticmethod(drying_plan)

    @extend_schema(
        request=HeadWish, responses={200: DryingPlannerSerializer, 400: ProblemsSerializer}
    )
    def post(self, request: Request) -> Response:
        return self.worked_out(request)


class LookView(OfWishView):
    """How a wish will look."""

    of = staticmethod(looks)

    @extend_schema(request=HeadWish, responses={200: LookSerializer, 400: ProblemsSerializer})
    def post(self, request: Request) -> Response:
        return self.worked_out(request)


class PlanCrownView(OfPlanView):
    """The parting of a saved plan from the back and the sides."""

    of = staticmethod(crown)

    @extend_schema(responses={200: CrownSerializer, 400: ProblemsSerializer})
    def get(self, request: Request, pk: int) -> Response:
        return self.worked_out(pk)


class PlanLookView(OfPlanView):
    """How a saved plan will look."""

    of = staticmethod(looks)

    @extend_schema(responses={200: LookSerializer, 400: ProblemsSerializer})
    def get(self, request: Request, pk: int) -> Response:
        return self.worked_out(pk)


@extend_schema_field(HeadWish)
class WishField(serializers.JSONField):
    """What was wished and changed by hand, without the head."""


class RoutineSerializer(serializers.ModelSerializer):
    wish = WishField(read_only=True)
    made_by = serializers.SerializerMethodField()

    class Meta:
        model = Routine
        fields = ["id", "name", "title", "wish", "made_at", "made_by"]

    def get_made_by(self, one: Routine) -> str:
        return name_of(one.made_by)


@extend_schema_field(HeadWish)
class GivenWishField(CoreField):
    """A wish, with the head it was composed for."""

    model = HeadWish


class KeepRoutineSerializer(serializers.Serializer):
    name = serializers.CharField(
        max_length=80,
        validators=[
            UniqueValidator(Routine.objects.all(), "There is a routine of that name already.")
        ],
        error_messages={"blank": "Give the routine a name.", "required": "Give it a name."},
    )
    wish = GivenWishField()


class RoutinesView(APIView):
    """Routines of the house."""

    @extend_schema(responses=RoutineSerializer(many=True))
    def get(self, request: Request) -> Response:
        rows = Routine.objects.select_related("made_by")
        return Response(RoutineSerializer(rows, many=True).data)

    @extend_schema(
        request=KeepRoutineSerializer, responses={201: RoutineSerializer, 400: ProblemsSerializer}
    )
    def post(self, request: Request) -> Response:
        given = KeepRoutineSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        wish = parse(HeadWish, given.validated_data["wish"])
        made = services.save_routine(given.validated_data["name"], wish, request.user)
        return Response(RoutineSerializer(made).data, status=status.HTTP_201_CREATED)


class RoutineView(APIView):
    """One routine of the house."""

    @extend_schema(responses={204: None})
    def delete(self, request: Request, pk: int) -> Response:
        get_object_or_404(Routine, pk=pk).delete()
        return Response(status=status.HTTP_204_NO_CONTENT)


class PlansView(generics.ListAPIView):
    """Saved plans of one head."""

    serializer_class = PlanRowSerializer

    def get_queryset(self) -> QuerySet[Plan]:
        rows = Plan.objects.prefetch_related("visits")
        head = self.request.query_params.get("head", "")
        return rows.filter(head=head) if head.isdigit() else rows

    @extend_schema(parameters=[OpenApiParameter("head", OpenApiTypes.INT)])
    def get(self, request: Request, *args: object, **kwargs: object) -> Response:
        return super().get(request, *args, **kwargs)

    @extend_schema(request=HeadWish, responses={201: PlanSerializer, 400: ProblemsSerializer})
    def post(self, request: Request) -> Response:
        head, wish = wish_of(request)
        made = services.save(head, wish, request.user)
        return Response(PlanSerializer(made).data, status=status.HTTP_201_CREATED)


class StartSerializer(serializers.Serializer):
    planned_start = serializers.DateTimeField(
        allow_null=True,
        error_messages={"invalid": "Give a date and a time, e.g. 2026-06-20T10:00."},
    )


class StartView(APIView):
    """When a plan shall begin."""

    @extend_schema(
        request=StartSerializer, responses={200: PlanSerializer, 400: ProblemsSerializer}
    )
    def put(self, request: Request, pk: int) -> Response:
        given = StartSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        plan = get_object_or_404(Plan.objects.select_related("head", "made_by"), pk=pk)
        services.set_start(plan, given.validated_data["planned_start"])
        return Response(PlanSerializer(plan).data)


class PlanView(generics.RetrieveAPIView):
    """A saved plan, as it was."""

    queryset = Plan.objects.select_related("head", "made_by").prefetch_related("visits")
    serializer_class = PlanSerializer


urlpatterns = [
    path("plans/", PlansView.as_view(), name="plans"),
    path("plans/draft/", DraftView.as_view(), name="draft"),
    path("plans/proposals/", ProposalsView.as_view(), name="proposals"),
    path("plans/comparison/", ComparisonView.as_view(), name="comparison"),
    path("plans/chain/", ChainView.as_view(), name="chain"),
    path("plans/crown/", CrownView.as_view(), name="crown"),
    path("plans/drying/", DryingView.as_view(), name="drying"),
    path("plans/look/", LookView.as_view(), name="look"),
    path("plans/<int:pk>/crown/", PlanCrownView.as_view(), name="plan-crown"),
    path("plans/<int:pk>/look/", PlanLookView.as_view(), name="plan-look"),
    path("routines/", RoutinesView.as_view(), name="routines"),
    path("routines/<int:pk>/", RoutineView.as_view(), name="routine"),
    path("plans/<int:pk>/start/", StartView.as_view(), name="plan-start"),
    path("plans/<int:pk>/", PlanView.as_view(), name="plan"),
]
