"""Serves the built web application; its own router finds the place."""

from django.conf import settings
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.template import TemplateDoesNotExist
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe

from salon.platform.language import sentence


@require_safe
def service_worker(request: HttpRequest) -> HttpResponse:
    """The service worker: from the top, so that it may keep every page."""
    try:
        script = (settings.WEB_DIR / "sw.js").read_text()
    except OSError as error:
        raise Http404 from error
    return HttpResponse(
        script, content_type="text/javascript", headers={"Cache-Control": "no-cache"}
    )


@require_safe
@ensure_csrf_cookie
def index(request: HttpRequest) -> HttpResponse:
    """The page that loads the application."""
    try:
        return render(request, "index.html")
    except TemplateDoesNotExist:
        return HttpResponse(
            sentence("The web application has not been built yet: run `make demo`."),
            status=503,
            content_type="text/plain",
        )
