"""The API under /api/, the built web application everywhere else."""

from django.urls import include, path, re_path

from salon.booking.calendar_api import feed
from salon.platform.pages import index, service_worker
from salon.platform.schema_view import SchemaView

urlpatterns = [
    path("api/schema/", SchemaView.as_view(), name="schema"),
    path("api/", include("salon.core_api")),
    path("api/", include("salon.house.api")),
    path("api/", include("salon.house.staff_api")),
    path("api/", include("salon.heads.api")),
    path("api/", include("salon.heads.consulting_api")),
    path("api/", include("salon.devices.api")),
    path("api/", include("salon.devices.scale_api")),
    path("api/", include("salon.devices.air_api")),
    path("api/", include("salon.kit.api")),
    path("api/", include("salon.shelf.api")),
    path("api/", include("salon.planning.api")),
    path("api/", include("salon.planning.styles_api")),
    path("api/", include("salon.planning.kit_api")),
    path("api/", include("salon.planning.shelf_api")),
    path("api/", include("salon.visits.api")),
    path("api/", include("salon.visits.heads_api")),
    path("api/", include("salon.visits.remarks_api")),
    path("api/", include("salon.visits.kit_api")),
    path("api/", include("salon.booking.api")),
    path("api/", include("salon.booking.hours_api")),
    path("api/", include("salon.chair.api")),
    path("api/", include("salon.between.api")),
    path("api/", include("salon.between.card_api")),
    path("api/", include("salon.between.pictures_api")),
    path("api/", include("salon.between.messages_api")),
    path("api/", include("salon.between.checkin_api")),
    path("api/", include("salon.findings.api")),
    path("api/", include("salon.findings.stories_api")),
    path("api/", include("salon.findings.trials_api")),
    path("api/", include("salon.findings.views_api")),
    path("api/", include("salon.findings.learned_api")),
    path("api/", include("salon.archive.api")),
    path("calendar/<str:secret>.ics", feed),
    path("sw.js", service_worker, name="worker"),
    re_path(r"^(?!api/|static/).*$", index, name="web"),
]
