"""Plans: computed while composing, saved, read as they were."""

from django.db.models import QuerySet
from django.shortcuts import get_object_or_404
from django.urls import path
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema, extend_schema_field
from rest_framework import generics, serializers, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.contract import PlanAnswer, PlanRequest, read
from salon.heads.models import Head
from salon.house.services import name_of
from salon.plans import services
from salon.plans.models import Plan
from salon.plans.wish import HeadWish
from salon.problems import ProblemsSerializer


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
        fields = ["id", "title", "style", "made_at", "steps", "client_min", "visits"]

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


def wish_of(request: Request) -> tuple[Head, HeadWish]:
    """The head and the wish of a request, told in the core's own words if they are wrong."""
    wish = read(HeadWish, request._request.body.decode("utf-8", "replace"))
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


class PlanView(generics.RetrieveAPIView):
    """A saved plan, as it was."""

    queryset = Plan.objects.select_related("head", "made_by").prefetch_related("visits")
    serializer_class = PlanSerializer


urlpatterns = [
    path("plans/", PlansView.as_view(), name="plans"),
    path("plans/draft/", DraftView.as_view(), name="draft"),
    path("plans/<int:pk>/", PlanView.as_view(), name="plan"),
]
