"""What is sent and answered about signing in and colleagues."""

import hashlib
from typing import Any

from django.conf import settings
from drf_spectacular.utils import extend_schema_field
from qsessions.models import Session
from rest_framework import serializers

from salon.platform.fields import float_field
from salon.platform.language import lazy_sentence
from salon.platform.roles import WorkRole
from salon.salon_settings.api import SalonSerializer
from salon.staff import services
from salon.staff.models import Colleague

LANGUAGES = [code for code, _ in settings.LANGUAGES]
ROLES = [role.value for role in WorkRole]


def password(label: str) -> serializers.CharField:
    """A password as it was typed."""
    said = lazy_sentence("Type {label}.", label=label)
    return serializers.CharField(
        max_length=200, trim_whitespace=False, error_messages={"blank": said, "required": said}
    )


def code() -> serializers.CharField:
    """Six digits, or a spare code."""
    return serializers.CharField(
        max_length=40, error_messages={"blank": lazy_sentence("Type the code.")}
    )


class UsernameField(serializers.CharField):
    """A name to sign in with."""

    def __init__(self, **kwargs: Any) -> None:
        said = lazy_sentence("Type the name to sign in with.")
        super().__init__(max_length=150, error_messages={"blank": said, "required": said}, **kwargs)


class SignInSerializer(serializers.Serializer[Any]):
    username = serializers.CharField(
        max_length=150,
        error_messages={
            "blank": lazy_sentence("Type your name."),
            "required": lazy_sentence("Type your name."),
        },
    )
    password = password(lazy_sentence("your password"))
    code = serializers.CharField(
        max_length=40, required=False, allow_blank=True, help_text="Where codes are asked for."
    )


class SessionSerializer(serializers.Serializer[Any]):
    signed_in = serializers.BooleanField()
    username = serializers.CharField(allow_blank=True, help_text="By which entries are signed.")
    first = serializers.BooleanField(help_text="Nobody is here yet: the owner is asked first.")
    name = serializers.CharField(allow_blank=True)
    role = serializers.ChoiceField(ROLES, allow_null=True)
    reads = serializers.ListField(child=serializers.CharField(), help_text="Places one may read.")
    writes = serializers.ListField(
        child=serializers.CharField(), help_text="Places where one may change something."
    )
    language = serializers.ChoiceField(LANGUAGES, help_text="That answers are in.")
    region = serializers.CharField(
        help_text="The same with the country of the salon, e.g. en-US, as browsers take it."
    )
    own_language = serializers.ChoiceField(
        LANGUAGES, allow_blank=True, help_text="As chosen; empty: as the salon."
    )
    salon = SalonSerializer(allow_null=True)


class OwnLanguageSerializer(serializers.Serializer[Any]):
    language = serializers.ChoiceField(
        LANGUAGES, allow_blank=True, help_text="Empty: as the salon."
    )


class FirstOwnerSerializer(serializers.Serializer[Any]):
    code = code()
    salon = serializers.CharField(
        max_length=120,
        error_messages={
            "blank": lazy_sentence("Name the salon."),
            "required": lazy_sentence("Name the salon."),
        },
    )
    username = UsernameField()
    name = serializers.CharField(max_length=150, required=False, allow_blank=True, default="")
    password = password(lazy_sentence("a password"))


class PasswordSerializer(serializers.Serializer[Any]):
    old = password(lazy_sentence("your password now"))
    password = password(lazy_sentence("a new password"))


class CodeSerializer(serializers.Serializer[Any]):
    code = code()


class OwnPasswordSerializer(serializers.Serializer[Any]):
    password = password(lazy_sentence("your password"))


class CodesSerializer(serializers.Serializer[Any]):
    on = serializers.BooleanField(help_text="A code is asked for besides the password.")
    spare = serializers.ListField(
        child=serializers.CharField(), help_text="Spare codes, shown this once."
    )


class SecretSerializer(serializers.Serializer[Any]):
    """A new secret for an authenticator."""

    address = serializers.CharField(help_text="As authenticators read it.")
    secret = serializers.CharField(help_text="To type by hand.")
    picture = serializers.CharField(help_text="The address as an SVG to point a camera at.")


class SignedInSerializer(serializers.ModelSerializer[Session]):
    """A device somebody is signed in on."""

    id = serializers.SerializerMethodField()
    here = serializers.SerializerMethodField()
    device = serializers.SerializerMethodField()
    since = serializers.DateTimeField(source="created_at")

    class Meta:
        model = Session
        fields = ["id", "here", "device", "ip", "since"]

    def get_id(self, session: Session) -> str:
        return number_of(session)

    def get_here(self, session: Session) -> bool:
        return bool(session.pk == self.context["here"])

    def get_device(self, session: Session) -> str:
        seen = session.device_info
        if seen is None or not seen.user_agent:
            return ""
        return f"{seen.user_agent.family}, {seen.os.family}" if seen.os else seen.user_agent.family


class ColleagueSerializer(serializers.ModelSerializer[Colleague]):
    """Somebody who works here."""

    username = serializers.CharField(source="user.username")
    name = serializers.CharField(source="user.first_name")
    active = serializers.BooleanField(source="user.is_active")
    codes = serializers.SerializerMethodField()
    last_seen = serializers.DateTimeField(source="user.last_login", allow_null=True)

    class Meta:
        model = Colleague
        fields = ["id", "username", "name", "role", "pace", "active", "codes", "last_seen"]
        fields += ["version"]

    @extend_schema_field(bool)
    def get_codes(self, colleague: Colleague) -> bool:
        return services.has_codes(colleague.user)


class NewColleagueSerializer(serializers.Serializer[Any]):
    username = UsernameField()
    name = serializers.CharField(max_length=150, required=False, allow_blank=True, default="")
    role = serializers.ChoiceField(ROLES)
    password = password(lazy_sentence("a first password"))
    pace = float_field(0.3, 3, lazy_sentence("× standard time"), required=False, default=1.0)


class ColleagueChangeSerializer(serializers.Serializer[Any]):
    """What changes of somebody."""

    name = serializers.CharField(max_length=150, required=False, allow_blank=True)
    role = serializers.ChoiceField(ROLES, required=False)
    pace = float_field(0.3, 3, lazy_sentence("× standard time"), required=False)
    active = serializers.BooleanField(required=False, help_text="May sign in.")
    password = serializers.CharField(max_length=200, required=False, trim_whitespace=False)
    codes = serializers.BooleanField(required=False, help_text="False: no codes any more.")
    version = serializers.IntegerField(min_value=1, help_text="That was read.")


def number_of(session: Session) -> str:
    """What a session is called outside; its key opens doors and is never shown."""
    return hashlib.sha256(str(session.pk).encode()).hexdigest()[:16]
