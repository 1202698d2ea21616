"""The people of the salon: who they are, what they may do, how they come in."""

import secrets
from collections.abc import Iterable, Mapping
from typing import Any

from django.conf import settings
from django.contrib.auth import update_session_auth_hash
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError as Invalid
from django.db import transaction
from django.db.models import QuerySet
from django.http import HttpRequest
from django_otp import devices_for_user
from django_otp.plugins.otp_static.models import StaticDevice, StaticToken
from django_otp.plugins.otp_totp.models import TOTPDevice
from qsessions.models import Session
from rest_framework.exceptions import ValidationError

from salon.platform.errors import Conflict
from salon.platform.language import sentence
from salon.platform.roles import WorkRole
from salon.salon_settings.models import Salon
from salon.salon_settings.services import current_salon
from salon.staff.models import Colleague

#: Codes to write down, for the day the telephone is lost.
SPARE_CODES, SPARE_LETTERS = 8, 10
CODE_DIGITS = 6
FIRST_CODE = "first-code"


def check_password(password: str, user: User) -> None:
    """Refuse a password that would soon be guessed.

    Raises:
        ValidationError: it is too short, too common, or the name itself
    """
    try:
        validate_password(password, user)
    except Invalid as error:
        raise ValidationError({"password": error.messages}) from error


@transaction.atomic
def add_colleague(
    username: str, password: str, role: WorkRole, name: str = "", pace: float = 1.0
) -> Colleague:
    """Somebody new in the salon.

    Args:
        username: to sign in with
        password: of their own; they should change it
        role: what they may do
        name: on screen
        pace: × standard time
    Raises:
        ValidationError: the name is taken, or the password too weak
    """
    if User.objects.filter(username__iexact=username).exists():
        raise ValidationError(
            {"username": sentence("{username} is already in use.", username=username)}
        )
    user = User(username=username, first_name=name)
    check_password(password, user)
    user.set_password(password)
    user.save()
    return Colleague.objects.create(user=user, role=role, pace=pace)


@transaction.atomic
def change_colleague(colleague: Colleague, values: Mapping[str, Any]) -> Colleague:
    """Change what somebody may do or how they come in; whoever may no longer is out at once.

    Args:
        colleague: that changes
        values: of `role`, `name`, `pace`, `active`, `password`, `codes` (False: no more codes),
            and `version`, that was read
    Raises:
        Conflict: somebody else changed them in the meantime
        ValidationError: nobody would be left as an owner, or the password is too weak
    """
    colleague = Colleague.objects.select_for_update().select_related("user").get(pk=colleague.pk)
    if values.get("version", colleague.version) != colleague.version:
        raise Conflict
    user = colleague.user
    user.first_name = values.get("name", user.first_name)
    user.is_active = values.get("active", user.is_active)
    colleague.role = values.get("role", colleague.role)
    colleague.pace = values.get("pace", colleague.pace)
    if "password" in values:
        check_password(values["password"], user)
        user.set_password(values["password"])
    user.save()
    colleague.version += 1
    colleague.save()
    if not owners().exists():
        raise ValidationError(
            {"role": sentence("There must be an owner: make someone else owner first.")}
        )
    if values.get("codes") is False:
        no_codes(user)
    if "password" in values or not user.is_active:
        Session.objects.filter(user=user).delete()
    return colleague


def sign_in_name(typed: str) -> str:
    """The name somebody signs in with, however large its letters were typed."""
    same = User.objects.filter(username__iexact=typed.strip())
    known = same.values_list("username", flat=True).first()
    return known if known is not None else typed


def owners() -> QuerySet[Colleague]:
    """Owners who can sign in."""
    return Colleague.objects.filter(role=WorkRole.OWNER, user__is_active=True)


def first_code() -> str | None:
    """What the first owner has to type, so that nobody takes an empty salon who finds it.

    None once there are people.
    """
    if User.objects.exists():
        return None
    path = settings.VAR_DIR / FIRST_CODE
    if not path.exists():
        path.touch(mode=0o600)
        path.write_text(secrets.token_hex(4))
    return str(path.read_text())


@transaction.atomic
def first_owner(code: str, salon: str, username: str, password: str, name: str) -> User:
    """Whoever opens the salon.

    Args:
        code: that the machine showed
        salon: name of the salon
        username, password, name: of the owner
    Raises:
        ValidationError: there are people already, the code is another, or the password too weak
    """
    expected = first_code()
    if expected is None:
        raise ValidationError({"code": sentence("This salon already has an owner. Sign in.")})
    if not secrets.compare_digest(code.strip().lower().encode(), expected.encode()):
        raise ValidationError(
            {
                "code": sentence(
                    "This is not the code. `python manage.py welcome` on the server shows it."
                )
            }
        )
    current_salon()
    Salon.objects.filter(pk=1).update(name=salon)
    owner = add_colleague(username, password, WorkRole.OWNER, name).user
    transaction.on_commit(lambda: (settings.VAR_DIR / FIRST_CODE).unlink(missing_ok=True))
    return owner


def change_password(request: HttpRequest, user: User, old: str, new: str) -> None:
    """Somebody's own new password; they stay signed in here and are signed out elsewhere.

    Raises:
        ValidationError: the old one is another, or the new one too weak
    """
    if not user.check_password(old):
        raise ValidationError({"old": sentence("This is not your current password.")})
    check_password(new, user)
    user.set_password(new)
    user.save(update_fields=["password"])
    others_out(request, user)


def others_out(request: HttpRequest, user: User) -> None:
    """End every way in of somebody but this one."""
    update_session_auth_hash(request, user)
    Session.objects.filter(user=user).exclude(pk=request.session.session_key).delete()


def has_codes(user: User) -> bool:
    """Whether somebody signs in with a code besides the password."""
    return bool(TOTPDevice.objects.filter(user=user, confirmed=True).exists())


@transaction.atomic
def passes(user: User, code: str) -> bool:
    """Whether a code is the one that is due, or a spare one; each passes once.

    Wrong ones make the next try wait, longer each time.
    """
    typed = code.replace(" ", "").lower()
    kind = TOTPDevice if typed.isdigit() and len(typed) == CODE_DIGITS else StaticDevice
    devices = kind.objects.devices_for_user(user, confirmed=True).select_for_update()
    return any(device.verify_token(typed) for device in devices)


def begin_codes(user: User) -> TOTPDevice:
    """A secret for somebody's authenticator; it counts once a code of it was typed."""
    TOTPDevice.objects.filter(user=user, confirmed=False).delete()
    device: TOTPDevice = TOTPDevice.objects.create(user=user, name="authenticator", confirmed=False)
    return device


@transaction.atomic
def confirm_codes(user: User, code: str) -> list[str]:
    """Ask for codes from now on.

    Returns:
        spare codes, shown this once
    Raises:
        ValidationError: the code is not the one of the secret that was shown
    """
    device = TOTPDevice.objects.filter(user=user, confirmed=False).first()
    if device is None or not device.verify_token(code.replace(" ", "")):
        raise ValidationError(
            {"code": sentence("This is not the current code. Enter the next one.")}
        )
    TOTPDevice.objects.filter(user=user, confirmed=True).delete()
    device.confirmed = True
    device.save()
    StaticDevice.objects.filter(user=user).delete()
    spare = StaticDevice.objects.create(user=user, name="spare codes")
    codes = [secrets.token_hex(SPARE_LETTERS // 2) for _ in range(SPARE_CODES)]
    StaticToken.objects.bulk_create(StaticToken(device=spare, token=code) for code in codes)
    return codes


def no_codes(user: User) -> None:
    """Ask for no more codes."""
    for device in devices_for_user(user, confirmed=None):
        device.delete()


def pace_of(user: User) -> float:
    """The pace of a specialist, 1 for somebody who has not been measured."""
    colleague: Colleague | None = getattr(user, "colleague", None)
    return colleague.pace if colleague else 1.0


def paces_of(usernames: Iterable[str]) -> dict[str, float]:
    """The paces of several people, by their name; nobody who is not known."""
    rows = Colleague.objects.filter(user__username__in=list(usernames))
    return dict(rows.values_list("user__username", "pace"))


def name_of(user: User | None) -> str:
    """What somebody is called on screen; nothing for somebody unknown."""
    return (user.get_full_name() or user.get_username()) if user else ""


def roles_of(usernames: Iterable[str]) -> dict[str, WorkRole]:
    """What people do in the salon, also those who have left; who is none of it is not there."""
    rows = Colleague.objects.filter(user__username__in=usernames)
    return {name: WorkRole(role) for name, role in rows.values_list("user__username", "role")}


def names_of(usernames: Iterable[str]) -> dict[str, str]:
    """What several people are called on screen, by their name; nobody who is gone."""
    rows = User.objects.filter(username__in=list(usernames))
    return {user.get_username(): name_of(user) for user in rows}


def language_of(user: User) -> str:
    """The language somebody has chosen; empty where they read the salon's."""
    colleague = getattr(user, "colleague", None)
    return colleague.language if colleague else ""


def choose_language(user: User, language: str) -> None:
    """Choose the language one reads.

    Args:
        user: who chooses
        language: its code; empty: as the salon
    """
    colleague = getattr(user, "colleague", None)
    if colleague:
        colleague.language = language
        colleague.save(update_fields=["language"])
