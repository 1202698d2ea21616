"""Who works here, and everybody's own way in: signing in and out, password, codes, devices."""

import segno
from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.contrib.auth.models import User
from django.db.models import QuerySet
from django.middleware.csrf import get_token
from django.shortcuts import get_object_or_404
from django.urls import path
from drf_spectacular.utils import extend_schema
from qsessions.models import Session
from rest_framework import exceptions, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.throttling import SimpleRateThrottle
from rest_framework.views import APIView

from craft.messages import language, speak
from craft.region import region
from salon.platform.auth import current_user
from salon.platform.idempotency import Idempotency
from salon.platform.language import sentence
from salon.platform.permissions import PUBLIC, Access, endpoints_for, role_of
from salon.platform.process_pool import ConcurrencyLimit
from salon.platform.roles import EVERYBODY, OWNER, WorkRole
from salon.salon_settings.services import current_salon
from salon.staff import services
from salon.staff.language import language_of
from salon.staff.models import Colleague
from salon.staff.serializers import (
    CodeSerializer,
    CodesSerializer,
    ColleagueChangeSerializer,
    ColleagueSerializer,
    FirstOwnerSerializer,
    NewColleagueSerializer,
    OwnLanguageSerializer,
    OwnPasswordSerializer,
    PasswordSerializer,
    SecretSerializer,
    SessionSerializer,
    SignedInSerializer,
    SignInSerializer,
    number_of,
)
from salon.staff.services import name_of

#: Passwords are compared one at a time in a process of the server; a few more wait.
HASHING = ConcurrencyLimit(1, 8, 20.0)


def session_of(request: Request) -> dict[str, object]:
    """Who is signed in, to which salon, and what they may do."""
    user = request.user
    if not isinstance(user, User):
        empty: dict[str, object] = {
            "username": "",
            "name": "",
            "role": None,
            "reads": [],
            "writes": [],
            "language": region(language()).language,
            "region": language(),
            "own_language": "",
            "salon": None,
        }
        return {"signed_in": False, "first": services.first_code() is not None, **empty}
    role = role_of(user)
    reads, writes = endpoints_for(role)
    return {
        "signed_in": True,
        "first": False,
        "username": user.get_username(),
        "name": name_of(user),
        "role": role.value if role else None,
        "language": region(language()).language,
        "region": language(),
        "own_language": services.language_of(user),
        "reads": reads,
        "writes": writes,
        "salon": current_salon(),
    }


def own_sessions(user: User) -> QuerySet[Session]:
    """Where somebody is signed in."""
    rows: QuerySet[Session] = Session.objects.filter(user=user).order_by("-created_at")
    return rows


class SignInThrottle(SimpleRateThrottle):
    """Refuses tries of passwords before anything is hashed: hashing costs on purpose.

    Counted by every process of the server for itself.
    """

    def __init__(self) -> None:
        self.rate = settings.SIGN_INS_BY_ADDRESS
        super().__init__()

    def get_cache_key(self, request: Request, view: object) -> str:
        return f"sign-in-{self.get_ident(request)}"

    def allow_request(self, request: Request, view: APIView) -> bool:
        return request.method != "POST" or super().allow_request(request, view)


class AllSignInsThrottle(SignInThrottle):
    """The same for all addresses together."""

    def __init__(self) -> None:
        self.rate = settings.SIGN_INS_OVERALL
        SimpleRateThrottle.__init__(self)

    def get_cache_key(self, request: Request, view: object) -> str:
        return "sign-in-all"


class SessionView(APIView):
    """Sign in and out."""

    access = PUBLIC

    throttle_classes = [SignInThrottle, AllSignInsThrottle]
    may_be_busy = True

    @extend_schema(responses=SessionSerializer)
    def get(self, request: Request) -> Response:
        get_token(request)
        return Response(SessionSerializer(session_of(request)).data)

    @extend_schema(request=SignInSerializer, responses=SessionSerializer)
    def post(self, request: Request) -> Response:
        given = SignInSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        typed = given.validated_data
        with HASHING.passed():
            name = services.sign_in_name(typed["username"])
            user = authenticate(request._request, username=name, password=typed["password"])
        if not isinstance(user, User):
            raise exceptions.ValidationError(
                {"password": sentence("Name and password do not match. Try again.")}
            )
        if services.has_codes(user):
            if not typed.get("code"):
                raise exceptions.ValidationError(
                    {"code": sentence("Type the code your authenticator shows.")}
                )
            if not services.passes(user, typed["code"]):
                raise exceptions.ValidationError(
                    {
                        "code": sentence(
                            "This code is wrong or was already used. Wait for the next one."
                        )
                    }
                )
        login(request._request, user)
        request.user = user
        return Response(SessionSerializer(session_of(request)).data)

    @extend_schema(request=None, responses={204: None})
    def delete(self, request: Request) -> Response:
        logout(request._request)
        return Response(status=status.HTTP_204_NO_CONTENT)


class FirstOwnerView(APIView):
    """Open a salon that has nobody yet."""

    access = PUBLIC

    throttle_classes = [SignInThrottle, AllSignInsThrottle]

    @extend_schema(request=FirstOwnerSerializer, responses=SessionSerializer)
    def post(self, request: Request) -> Response:
        given = FirstOwnerSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        user = services.first_owner(**given.validated_data)
        login(request._request, user, "salon.staff.backend.ColleagueBackend")
        request.user = user
        return Response(SessionSerializer(session_of(request)).data)


class PasswordView(APIView):
    """A new password of one's own."""

    access = Access(EVERYBODY)

    @extend_schema(request=PasswordSerializer, responses={204: None})
    def post(self, request: Request) -> Response:
        given = PasswordSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        old, new = given.validated_data["old"], given.validated_data["password"]
        services.change_password(request._request, current_user(request), old, new)
        return Response(status=status.HTTP_204_NO_CONTENT)


class CodesThrottle(SignInThrottle):
    """Refuses tries of passwords and codes of somebody who is signed in."""

    def get_cache_key(self, request: Request, view: object) -> str:
        return f"codes-{current_user(request).pk}"

    def allow_request(self, request: Request, view: APIView) -> bool:
        return request.method == "GET" or SimpleRateThrottle.allow_request(self, request, view)


class CodesView(APIView):
    """Codes of an authenticator besides the password."""

    access = Access(EVERYBODY)

    throttle_classes = [CodesThrottle]
    # Spare codes and the secret are shown once and kept nowhere.
    idempotency = Idempotency.OFF

    @extend_schema(responses=CodesSerializer)
    def get(self, request: Request) -> Response:
        return Response({"on": services.has_codes(current_user(request)), "spare": []})

    @extend_schema(request=OwnPasswordSerializer, responses=SecretSerializer)
    def post(self, request: Request) -> Response:
        check_own_password(request)
        device = services.begin_codes(current_user(request))
        address = device.config_url
        picture = segno.make(address).svg_data_uri(scale=4, border=2)
        secret = address.split("secret=")[1].split("&")[0]
        return Response({"address": address, "secret": secret, "picture": picture})

    @extend_schema(request=CodeSerializer, responses=CodesSerializer)
    def put(self, request: Request) -> Response:
        given = CodeSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        spare = services.confirm_codes(current_user(request), given.validated_data["code"])
        services.others_out(request._request, current_user(request))
        return Response({"on": True, "spare": spare})


def check_own_password(request: Request) -> None:
    """Ask somebody who is signed in for their password once more.

    Raises:
        ValidationError: it is another
    """
    given = OwnPasswordSerializer(data=request.data)
    given.is_valid(raise_exception=True)
    if not current_user(request).check_password(given.validated_data["password"]):
        raise exceptions.ValidationError({"password": sentence("This is not your password.")})


class EndCodesView(APIView):
    """Codes no longer."""

    access = Access(EVERYBODY)

    throttle_classes = [CodesThrottle]

    @extend_schema(request=OwnPasswordSerializer, responses={204: None})
    def post(self, request: Request) -> Response:
        check_own_password(request)
        services.no_codes(current_user(request))
        return Response(status=status.HTTP_204_NO_CONTENT)


class OwnLanguageView(APIView):
    """The language one reads Gauffer in."""

    access = Access(EVERYBODY)

    @extend_schema(request=OwnLanguageSerializer, responses=SessionSerializer)
    def post(self, request: Request) -> Response:
        given = OwnLanguageSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        services.choose_language(current_user(request), given.validated_data["language"])
        with speak(language_of(request._request)):
            return Response(SessionSerializer(session_of(request)).data)


class SignInsView(APIView):
    """Where one is signed in."""

    access = Access(EVERYBODY)

    @extend_schema(responses=SignedInSerializer(many=True))
    def get(self, request: Request) -> Response:
        rows = own_sessions(current_user(request))
        here = {"here": request._request.session.session_key}
        return Response(SignedInSerializer(rows, many=True, context=here).data)


class EndSignInView(APIView):
    """Sign out a device that is elsewhere."""

    access = Access(EVERYBODY)

    @extend_schema(request=None, responses={204: None})
    def delete(self, request: Request, number: str) -> Response:
        sessions = own_sessions(current_user(request))
        session = next((row for row in sessions if number_of(row) == number), None)
        if session is None:
            raise exceptions.NotFound(sentence("That device is already signed out."))
        session.delete()
        return Response(status=status.HTTP_204_NO_CONTENT)


class ColleaguesView(APIView):
    """Everybody who works here."""

    access = Access(OWNER)

    @extend_schema(responses=ColleagueSerializer(many=True))
    def get(self, request: Request) -> Response:
        rows = Colleague.objects.select_related("user").order_by("user__first_name", "pk")
        return Response(ColleagueSerializer(rows, many=True).data)

    @extend_schema(request=NewColleagueSerializer, responses={201: ColleagueSerializer})
    def post(self, request: Request) -> Response:
        given = NewColleagueSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        colleague = services.add_colleague(**values | {"role": WorkRole(values["role"])})
        return Response(ColleagueSerializer(colleague).data, status=status.HTTP_201_CREATED)


class ColleagueView(APIView):
    """One of them."""

    access = Access(OWNER)

    @extend_schema(request=ColleagueChangeSerializer, responses=ColleagueSerializer)
    def patch(self, request: Request, pk: int) -> Response:
        colleague = get_object_or_404(Colleague, pk=pk)
        given = ColleagueChangeSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        changed = services.change_colleague(colleague, given.validated_data)
        return Response(ColleagueSerializer(changed).data)


urlpatterns = [
    path("session/", SessionView.as_view(), name="session"),
    path("session/first-owner/", FirstOwnerView.as_view(), name="first-owner"),
    path("session/password/", PasswordView.as_view(), name="password"),
    path("session/language/", OwnLanguageView.as_view(), name="own-language"),
    path("session/codes/", CodesView.as_view(), name="codes"),
    path("session/codes/end/", EndCodesView.as_view(), name="codes-end"),
    path("session/devices/", SignInsView.as_view(), name="sign-ins"),
    path("session/devices/<slug:number>/", EndSignInView.as_view(), name="sign-in"),
    path("colleagues/", ColleaguesView.as_view(), name="colleagues"),
    path("colleagues/<int:pk>/", ColleagueView.as_view(), name="colleague"),
]
