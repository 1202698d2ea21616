"""The language of a request: of the person, else of the salon, else of the browser."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse
from django.utils import translation

from salon.platform.language import use_language
from salon.salon_settings.time_zone import salon_tag


def language_of(request: HttpRequest) -> str:
    """The language of who asks: their own, else the salon's; of a new salon the browser's.

    With the country and the measures of the salon.
    """
    colleague = getattr(request.user, "colleague", None)
    own = colleague.language if colleague else ""
    return salon_tag(request, own, translation.get_language_from_request(request))


class LanguageMiddleware:
    """Answers a request in the language of who asks."""

    def __init__(self, answer: Callable[[HttpRequest], HttpResponse]) -> None:
        self.answer = answer

    def __call__(self, request: HttpRequest) -> HttpResponse:
        with use_language(language_of(request)):
            return self.answer(request)
