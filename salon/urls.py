"""The API under /api/, the built web application everywhere else."""

from django.urls import include, path, re_path

from salon.booking.calendar_api import feed
from salon.platform.old_addresses import LAST_RENAMED, RENAMED, old_address, old_ending
from salon.platform.pages import index, service_worker
from salon.platform.schema_view import SchemaView

urlpatterns = [
    path("api/schema/", SchemaView.as_view(), name="schema"),
    path("api/", include("salon.core_api")),
    path("api/", include("salon.salon_settings.api")),
    path("api/", include("salon.staff.api")),
    path("api/", include("salon.clients.api")),
    path("api/", include("salon.clients.consulting_api")),
    path("api/", include("salon.devices.api")),
    path("api/", include("salon.devices.scale_api")),
    path("api/", include("salon.devices.air_api")),
    path("api/", include("salon.kit.api")),
    path("api/", include("salon.products.api")),
    path("api/", include("salon.planning.api")),
    path("api/", include("salon.planning.styles_api")),
    path("api/", include("salon.planning.kit_api")),
    path("api/", include("salon.planning.shelf_api")),
    path("api/", include("salon.visits.api")),
    path("api/", include("salon.visits.clients_api")),
    path("api/", include("salon.visits.remarks_api")),
    path("api/", include("salon.visits.kit_api")),
    path("api/", include("salon.booking.api")),
    path("api/", include("salon.booking.hours_api")),
    path("api/", include("salon.chair.api")),
    path("api/", include("salon.aftercare.api")),
    path("api/", include("salon.aftercare.card_api")),
    path("api/", include("salon.aftercare.pictures_api")),
    path("api/", include("salon.aftercare.messages_api")),
    path("api/", include("salon.aftercare.checkin_api")),
    path("api/", include("salon.results.api")),
    path("api/", include("salon.results.stories_api")),
    path("api/", include("salon.results.trials_api")),
    path("api/", include("salon.results.views_api")),
    path("api/", include("salon.results.learned_api")),
    path("api/", include("salon.archive.api")),
    re_path(rf"^api/(?P<first>{'|'.join(RENAMED)})/(?P<rest>.*)$", old_address),
    re_path(rf"^api/(?P<rest>.+)/(?P<last>{'|'.join(LAST_RENAMED)})/$", old_ending),
    path("calendar/<str:secret>.ics", feed),
    path("sw.js", service_worker, name="worker"),
    re_path(r"^(?!api/|static/).*$", index, name="web"),
]
