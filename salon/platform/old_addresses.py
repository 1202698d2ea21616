"""Addresses of before December 2026 lead to those of today."""

from django.http import HttpRequest, HttpResponse, QueryDict
from django.http.response import HttpResponseRedirectBase

#: The first word of an API address, as it was and as it is.
RENAMED = {"heads": "clients", "house": "salon", "findings": "results"}
#: The last word of one.
LAST_RENAMED = {"otherwise": "replan"}
#: Parameters of queries.
PARAMETERS = {"head": "client"}


class HttpResponsePermanentSame(HttpResponseRedirectBase):
    """Permanently elsewhere; method and body stay (308)."""

    status_code = 308


def old_ending(request: HttpRequest, rest: str, last: str) -> HttpResponse:
    """Redirect to the same address under its last word of today."""
    return HttpResponsePermanentSame(f"/api/{rest}/{LAST_RENAMED[last]}/")


def old_address(request: HttpRequest, first: str, rest: str) -> HttpResponse:
    """Redirect to the address of today.

    Args:
        request: to an address of before
        first: its first word
        rest: what follows
    """
    query = QueryDict(mutable=True)
    for name, values in request.GET.lists():
        query.setlist(PARAMETERS.get(name, name), values)
    text = f"?{query.urlencode()}" if query else ""
    return HttpResponsePermanentSame(f"/api/{RENAMED[first]}/{rest}{text}")
