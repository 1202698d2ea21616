"""Who is signed in, read together with what they may do."""

from django.contrib.auth.backends import ModelBackend
from django.contrib.auth.models import User


class ColleagueBackend(ModelBackend):
    """Django's own, asking for the colleague in the same query: every request needs the role."""

    def get_user(self, user_id: int) -> User | None:
        user = User.objects.select_related("colleague").filter(pk=user_id).first()
        return user if user is not None and self.user_can_authenticate(user) else None
