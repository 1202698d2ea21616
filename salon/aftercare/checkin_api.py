"""Check-ins over HTTP: the salon opens a link, the client tells by it without an account."""

from typing import Any

from django.conf import settings
from django.http import HttpRequest
from django.http.response import HttpResponseBase
from django.shortcuts import get_object_or_404
from django.urls import path
from django.utils import timezone
from drf_spectacular.utils import extend_schema
from rest_framework import serializers, status
from rest_framework.exceptions import NotFound
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.throttling import SimpleRateThrottle
from rest_framework.views import APIView

from craft.contract.wear import WearAnswer
from craft.errors import CraftError
from craft.messages import Text, language
from craft.plan.clock import moment_text
from craft.ranges import SCORE_MAX, SCORE_MIN
from craft.region import region
from craft.visit.opening import LEAVE_CLOSED
from craft.vocabulary import Contact, Dryness, HomeSign, Night, Refreshing, View
from salon.aftercare.api import CheckinLinkSerializer
from salon.aftercare.card import morning
from salon.aftercare.checking import (
    advice_of,
    days_told,
    hash_secret,
    open_link,
    revoke_link,
    show,
    tell,
    visit_of,
)
from salon.aftercare.models import Checkin
from salon.aftercare.opening import (
    advice_before_opening,
    steps_of_opening,
    tell_of_opening,
)
from salon.aftercare.outbox import opt_out
from salon.aftercare.tasks import measure
from salon.aftercare.wearing import planned_days, wear_of
from salon.aftercare.wording import language_for
from salon.platform.auth import current_user
from salon.platform.fields import MOMENTS, choice_field
from salon.platform.idempotency import Idempotency
from salon.platform.language import lazy_sentence, sentence, spoken_now, use_language
from salon.platform.permissions import PUBLIC, Access
from salon.platform.roles import HANDS
from salon.salon_settings.services import current_salon
from salon.visits.models import Visit
from salon.visits.waiting import waits_for_opening

GONE = lazy_sentence("This link has ended. Ask the salon for a new one.")


class CheckinThrottle(SimpleRateThrottle):
    """Secrets cannot be tried out one after another, and no link is asked without end.

    A link that opens is counted by itself: clients who share an address (a hospital, a telephone
    network) do not keep each other out. What opens nothing is counted by its address.
    """

    scope = "check-in"
    rate = "60/min"

    def get_cache_key(self, request: Request, view: APIView) -> str:
        secret = str(view.kwargs["secret"])
        known = visit_of(secret) is not None
        ident = f"link-{hash_secret(secret)}" if known else f"from-{self.get_ident(request)}"
        return self.cache_format % {"scope": self.scope, "ident": ident}


class LinkView(APIView):
    """The link of a visit for its client."""

    access = Access(HANDS)

    idempotency = Idempotency.OFF

    @extend_schema(request=None, responses={201: CheckinLinkSerializer})
    def post(self, request: Request, pk: int) -> Response:
        """A new link; the one before ends."""
        link, secret = open_link(get_object_or_404(Visit, pk=pk), current_user(request))
        shown = {"expires_at": link.expires_at, "address": f"/check-in/{secret}"}
        return Response(CheckinLinkSerializer(shown).data, status=status.HTTP_201_CREATED)

    @extend_schema(responses={204: None})
    def delete(self, request: Request, pk: int) -> Response:
        revoke_link(get_object_or_404(Visit, pk=pk))
        return Response(status=status.HTTP_204_NO_CONTENT)


class ToldSerializer(serializers.Serializer[Any]):
    """A day at home, as its client tells it."""

    uuid = serializers.UUIDField()
    date = serializers.DateField()
    looks = serializers.IntegerField(min_value=SCORE_MIN, max_value=SCORE_MAX)
    dry_when_opened = serializers.BooleanField(required=False, allow_null=True)
    slept_with = serializers.ChoiceField(
        choices=[night.value for night in Night], required=False, allow_blank=True
    )
    refreshed_with = serializers.ChoiceField(
        choices=[way.value for way in Refreshing], required=False, allow_blank=True
    )
    signs = serializers.ListField(
        child=serializers.ChoiceField(choices=[sign.value for sign in HomeSign]),
        required=False,
        max_length=len(HomeSign),
    )
    note = serializers.CharField(max_length=300, required=False, allow_blank=True)


class OwnDaySerializer(serializers.Serializer[Any]):
    date = serializers.DateField()
    looks = serializers.IntegerField()


class WornTodaySerializer(serializers.Serializer[Any]):
    """What is worn today, and what is done with it."""

    look = serializers.CharField()
    morning = serializers.CharField(allow_blank=True)
    night = serializers.CharField(allow_blank=True)


class CheckinPageSerializer(serializers.Serializer[Any]):
    """What the client sees: nothing of anybody else, and little of themselves."""

    language = serializers.ChoiceField(
        [code for code, _ in settings.CLIENT_LANGUAGES], help_text="Of the client."
    )
    region = serializers.CharField(help_text="The same with the country of the salon.")
    salon = serializers.CharField()
    title = serializers.CharField()
    first = serializers.DateField()
    last = serializers.DateField()
    opens = serializers.BooleanField(help_text="Whether the style is opened from a set.")
    to_open = serializers.BooleanField(help_text="Whether the client has still to open it.")
    opening_steps = serializers.ListField(
        child=serializers.CharField(), help_text="How it is opened, in order."
    )
    opens_from = serializers.CharField(
        allow_blank=True, help_text="From when it may be opened, in words."
    )
    if_damp = serializers.CharField(
        allow_blank=True, help_text="What to do where the roots are damp."
    )
    today = WornTodaySerializer(allow_null=True)
    told = OwnDaySerializer(many=True)
    advice = serializers.CharField(allow_blank=True)
    written = serializers.BooleanField(help_text="Whether the salon writes to them.")


def page_of(visit: Visit, checkin: Checkin | None = None, advice: str = "") -> Response:
    """What the client sees, in the language of the moment."""
    first, last = days_told(visit)
    wanted, answer = language(), visit.plan.parsed_answer
    to_open = waits_for_opening(visit)
    worn = worn_by(visit)
    page = {
        "language": region(wanted).language,
        "region": wanted,
        "salon": current_salon().name,
        "title": visit.plan.spoken_title,
        "first": first,
        "last": last,
        "opens": any(step.key == "release" for step in answer.steps),
        "to_open": to_open,
        "opening_steps": [spoken_now(line) for line in steps_of_opening(visit)] if to_open else [],
        "opens_from": spoken_now(opens_from(worn)) if to_open and worn else "",
        "if_damp": spoken_now(LEAVE_CLOSED) if to_open else "",
        "today": worn_today(worn) if not to_open and worn else None,
        "told": visit.checkins.all(),
        "advice": spoken_now(advice_of(checkin)) if checkin else advice,
        "written": visit.client.contact == Contact.MESSAGE,
    }
    return Response(CheckinPageSerializer(page).data)


def worn_by(visit: Visit) -> WearAnswer | None:
    """The days of what is worn since a visit; None where they cannot be worked out."""
    done_on = timezone.localdate(visit.started_at)
    try:
        return wear_of(visit.plan, done_on, planned_days(visit.client), visit)
    except CraftError:
        return None


def opens_from(worn: WearAnswer) -> Text | str:
    """From when a set may be opened."""
    return moment_text(worn.to_open_at) if worn.to_open_at else ""


def worn_today(worn: WearAnswer) -> dict[str, str] | None:
    """What is worn today as the card says it, in the language of the moment."""
    today = timezone.localdate()
    day = next((day for day in worn.days if day.date == today and day.look), None)
    if day is None:
        return None
    return {
        "look": spoken_now(day.look),
        "morning": morning(day),
        "night": spoken_now(day.night),
    }


class CheckinView(APIView):
    """How a style wears, reported by its client. The address is the key; there is no account."""

    access = PUBLIC

    authentication_classes = []
    throttle_classes = [CheckinThrottle]

    def dispatch(self, request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponseBase:
        """Answer in the client's language, refusals too: it is no phone of the salon."""
        visit = visit_of(str(kwargs["secret"]))
        if visit is None:
            return super().dispatch(request, *args, **kwargs)
        with use_language(language_for(visit.client)):
            answer = super().dispatch(request, *args, **kwargs)
            # What is said when it is needed is needed here.
            return answer.render() if isinstance(answer, Response) else answer

    def visit(self, secret: str) -> Visit:
        """The visit of a secret.

        Raises:
            NotFound: it opens nothing
        """
        visit = visit_of(secret)
        if visit is None:
            raise NotFound(GONE)
        return visit

    @extend_schema(responses=CheckinPageSerializer)
    def get(self, request: Request, secret: str) -> Response:
        return page_of(self.visit(secret))

    @extend_schema(request=ToldSerializer, responses={200: CheckinPageSerializer})
    def post(self, request: Request, secret: str) -> Response:
        visit = self.visit(secret)
        given = ToldSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        return page_of(visit, tell(visit, given.validated_data))

    @extend_schema(responses={204: None})
    def delete(self, request: Request, secret: str) -> Response:
        """No more messages."""
        opt_out(self.visit(secret).client)
        return Response(status=status.HTTP_204_NO_CONTENT)


class HomeOpeningSerializer(serializers.Serializer[Any]):
    """How the roots feel, and whether the set was opened."""

    dryness = choice_field([dryness.value for dryness in Dryness])
    opened = serializers.BooleanField()
    at = serializers.DateTimeField(
        required=False,
        help_text="When that was; now where it is left out.",
        error_messages={"invalid": MOMENTS},
    )


class OpeningAdviceSerializer(serializers.Serializer[Any]):
    """What the client does now."""

    advice = serializers.CharField(allow_blank=True)


class OpeningView(CheckinView):
    """A set opened at home, told by its client; the address is the key."""

    http_method_names = ["post", "options"]

    @extend_schema(request=HomeOpeningSerializer, responses={200: CheckinPageSerializer})
    def post(self, request: Request, secret: str) -> Response:
        visit = self.visit(secret)
        given = HomeOpeningSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        told = given.validated_data
        visit = tell_of_opening(
            visit, Dryness(told["dryness"]), opened=told["opened"], at=told.get("at")
        )
        advice = "" if told["opened"] else spoken_now(advice_before_opening(visit))
        return page_of(visit, advice=advice)


class OpenedAtHomeView(APIView):
    """A set opened at home, told on the telephone."""

    access = Access(HANDS)

    idempotency = Idempotency.RESERVE

    @extend_schema(request=HomeOpeningSerializer, responses={200: OpeningAdviceSerializer})
    def post(self, request: Request, pk: int) -> Response:
        given = HomeOpeningSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        told = given.validated_data
        visit = get_object_or_404(Visit.objects.select_related("plan", "client"), pk=pk)
        visit = tell_of_opening(
            visit,
            Dryness(told["dryness"]),
            current_user(request),
            opened=told["opened"],
            at=told.get("at"),
        )
        advice = "" if told["opened"] else spoken_now(advice_before_opening(visit))
        return Response(OpeningAdviceSerializer({"advice": advice}).data)


class HomePictureSerializer(serializers.Serializer[Any]):
    """A picture a client sends from home."""

    picture = serializers.FileField(
        error_messages={
            "required": lazy_sentence("Choose a picture."),
            "empty": lazy_sentence("The file is empty."),
        }
    )
    uuid = serializers.UUIDField(help_text="Made on the phone.")
    view = choice_field([view.value for view in View])
    consent = serializers.BooleanField(help_text="The salon may keep this picture.")

    def validate_consent(self, agreed: bool) -> bool:
        """Nothing is kept that the client does not agree to."""
        if not agreed:
            raise serializers.ValidationError(sentence("Allow the salon to keep it."))
        return agreed


class CheckinPictureView(CheckinView):
    """A picture from home, by the same secret; it is never given back by it."""

    access = PUBLIC

    may_be_busy = True
    parser_classes = [MultiPartParser]
    http_method_names = ["post"]

    @extend_schema(
        request={"multipart/form-data": HomePictureSerializer},
        responses={200: CheckinPageSerializer},
    )
    def post(self, request: Request, secret: str) -> Response:
        visit = self.visit(secret)
        given = HomePictureSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        picture = show(visit, values["picture"].read(), values["view"], values["uuid"])
        measure.enqueue(picture.pk)
        return page_of(visit)


urlpatterns = [
    path("visits/<int:pk>/check-in-link/", LinkView.as_view(), name="check-in-link"),
    path("visits/<int:pk>/opened/", OpenedAtHomeView.as_view(), name="opened-at-home"),
    path("check-in/<str:secret>/opening/", OpeningView.as_view(), name="check-in-opening"),
    path("check-in/<str:secret>/picture/", CheckinPictureView.as_view(), name="check-in-picture"),
    path("check-in/<str:secret>/", CheckinView.as_view(), name="check-in"),
]
