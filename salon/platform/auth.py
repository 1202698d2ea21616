"""Who asks."""

from django.contrib.auth.models import User
from rest_framework.exceptions import NotAuthenticated
from rest_framework.request import Request


def current_user(request: Request) -> User:
    """The user of a request.

    Raises:
        NotAuthenticated: nobody is signed in
    """
    if not isinstance(request.user, User):
        raise NotAuthenticated
    return request.user
