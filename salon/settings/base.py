"""Settings of every installation, taken from the environment where a salon may want another value.

GAUFFER_VAR       folder of the database and the secret key (default: var/ beside this project)
GAUFFER_HOSTS     host names the server answers to, comma separated
GAUFFER_DEBUG     1 while developing
GAUFFER_SCOPE     auto (default), none, simulated, or folder:/path/to/pictures
GAUFFER_SCALE     auto (default), none, simulated, or lines:/path of a file a program appends to
GAUFFER_ROOM      auto (default), none or simulated: the room sensor
GAUFFER_WEATHER   auto (default), none or simulated: the forecast
GAUFFER_GATEWAY   auto (default), none or simulated: what messages go out by
                  (auto: simulated in the demo, none in a real salon)
GAUFFER_HTTPS     1 behind a proxy that speaks HTTPS: secure cookies, HSTS, redirects
DATABASE_URL      another database, as dj-database-url reads it
"""

import os
from pathlib import Path

import dj_database_url
from csp.constants import NONE, SELF
from django.core.management.utils import get_random_secret_key
from tzlocal import get_localzone_name

from craft.profile.consultation import OBSERVED
from craft.vocabulary import (
    BookingState,
    EventKind,
    KitKind,
    LearnedOf,
    MessageKind,
    Night,
    Role,
    Style,
    VisitState,
)
from salon.platform.roles import WorkRole

BASE_DIR = Path(__file__).resolve().parents[2]
VAR_DIR = Path(os.environ.get("GAUFFER_VAR", BASE_DIR / "var"))
WEB_DIR = BASE_DIR / "web" / "dist"
# Client data and the key are for whoever runs it, and nobody else on the machine.
os.umask(0o077)
VAR_DIR.mkdir(parents=True, exist_ok=True, mode=0o700)


def secret_key() -> str:
    """The key of this installation, made on the first start and readable by its owner only."""
    path = VAR_DIR / "secret_key"
    if not path.exists():
        path.touch(mode=0o600)
        path.write_text(get_random_secret_key())
    return path.read_text()


SECRET_KEY = os.environ.get("DJANGO_SECRET_KEY") or secret_key()
DEBUG = os.environ.get("GAUFFER_DEBUG") == "1"
ALLOWED_HOSTS = os.environ.get("GAUFFER_HOSTS", "127.0.0.1,localhost").split(",")

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "qsessions",
    "axes",
    "django_otp",
    "django_otp.plugins.otp_totp",
    "django_otp.plugins.otp_static",
    "drf_spectacular",
    "rest_framework",
    "simple_history",
    "salon.platform",
    "salon.salon_settings",
    "salon.staff",
    "salon.clients",
    "salon.products",
    "salon.learning",
    "salon.planning",
    "salon.kit",
    "salon.visits",
    "salon.booking",
    "salon.aftercare",
    "salon.results",
    "salon.devices",
    "salon.archive",
    "django_tasks",
    "django_tasks_db",
    "salon.demo",
]

MIDDLEWARE = [
    "salon.platform.request_log.RequestLogMiddleware",
    "django.middleware.security.SecurityMiddleware",
    # Pads its answers at random, so that their length does not tell secrets (BREACH).
    "django.middleware.gzip.GZipMiddleware",
    "csp.middleware.CSPMiddleware",
    "qsessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "simple_history.middleware.HistoryRequestMiddleware",
    "axes.middleware.AxesMiddleware",
    "salon.salon_settings.time_zone.SalonTimeZoneMiddleware",
    "salon.staff.language.LanguageMiddleware",
    "salon.platform.idempotency.IdempotencyMiddleware",
]

#: Long work of the core runs in a process beside the server.
WORK_BESIDE = True

ROOT_URLCONF = "salon.urls"
ASGI_APPLICATION = "salon.asgi.application"
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [WEB_DIR],
        "APP_DIRS": True,
    }
]

DATABASES = {"default": dj_database_url.config(default=f"sqlite:///{VAR_DIR / 'gauffer.sqlite3'}")}
if DATABASES["default"]["ENGINE"] == "django.db.backends.sqlite3":
    DATABASES["default"]["OPTIONS"] = {
        "transaction_mode": "IMMEDIATE",
        # Twenty people who save at once wait for each other instead of failing [s].
        "timeout": 30,
        "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=NORMAL;",
    }
    # The browser tests ask while they save: a database in memory would lock its tables. Its tables
    # are made at once; tests of their own go through every migration.
    DATABASES["default"]["TEST"] = {"NAME": VAR_DIR / "test.sqlite3", "MIGRATE": False}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

#: Passwords are tried so often before anything is hashed: by one address, and by all together.
SIGN_INS_BY_ADDRESS, SIGN_INS_OVERALL = "20/min", "60/min"

AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",
    "salon.staff.backend.ColleagueBackend",
]
AXES_FAILURE_LIMIT = 8
AXES_COOLOFF_TIME = 0.25  # hours
AXES_RESET_ON_SUCCESS = True
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_LOCKOUT_CALLABLE = "salon.platform.errors.lockout_response"
AXES_VERBOSE = False

LANGUAGE_CODE = "en"
#: What people may read Gauffer in.
LANGUAGES = [("en", "English"), ("de", "Deutsch")]
#: What clients may be written to in.
CLIENT_LANGUAGES = [*LANGUAGES, ("fr", "Français")]
#: Of the machine; the salon has one of its own, in the salon.
TIME_ZONE = get_localzone_name()
USE_TZ = True

#: Pictures of clients are never served as plain files: the API asks who is there.
MEDIA_ROOT = VAR_DIR / "pictures"
#: Devices. By default the demo has the stand-ins that ship with Gauffer, a real salon none.
GAUFFER_SCOPE = os.environ.get("GAUFFER_SCOPE", "auto")
GAUFFER_SCALE = os.environ.get("GAUFFER_SCALE", "auto")
GAUFFER_ROOM = os.environ.get("GAUFFER_ROOM", "auto")
GAUFFER_WEATHER = os.environ.get("GAUFFER_WEATHER", "auto")
GAUFFER_GATEWAY = os.environ.get("GAUFFER_GATEWAY", "auto")
#: How clients reach the salon: links in messages begin with it.
PUBLIC_ADDRESS = os.environ.get("GAUFFER_ADDRESS", "http://127.0.0.1:8000").rstrip("/")
#: Background work waits in the database.
TASKS = {"default": {"BACKEND": "django_tasks_db.DatabaseBackend"}}

#: Files of the built web application; `salon.platform.asgi` serves them.
STATIC_URL = "/static/"

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [SELF],
        "img-src": [SELF, "data:"],
        # Element Plus positions its poppers with style attributes.
        "style-src": [SELF, "'unsafe-inline'"],
        "object-src": [NONE],
        "base-uri": [SELF],
        "frame-ancestors": [NONE],
    }
}
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {
        "json": {
            "()": "pythonjsonlogger.json.JsonFormatter",
            "format": "%(asctime)s %(levelname)s %(name)s %(message)s",
        }
    },
    "handlers": {"console": {"class": "logging.StreamHandler", "formatter": "json"}},
    "loggers": {
        "salon": {"handlers": ["console"], "level": "INFO"},
        # `salon.platform.failures` logs errors, without addresses that tell who was searched.
        "django.request": {"handlers": [], "level": "CRITICAL", "propagate": False},
    },
}

#: Behind a proxy that speaks HTTPS: cookies and addresses never go in the clear.
HTTPS = os.environ.get("GAUFFER_HTTPS") == "1"
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = SECURE_SSL_REDIRECT = HTTPS
SECURE_HSTS_SECONDS = 31_536_000 if HTTPS else 0
SECURE_HSTS_INCLUDE_SUBDOMAINS = SECURE_HSTS_PRELOAD = HTTPS
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https") if HTTPS else None
CSRF_TRUSTED_ORIGINS = [f"https://{host}" for host in ALLOWED_HOSTS] if HTTPS else []
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"django.contrib.auth.password_validation.{name}"}
    for name in (
        "UserAttributeSimilarityValidator",
        "MinimumLengthValidator",
        "CommonPasswordValidator",
        "NumericPasswordValidator",
    )
]

#: Kept with who and where, so that everybody can see and end them.
SESSION_ENGINE = "qsessions.backends.db"
SESSION_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SAMESITE = "Lax"
OTP_TOTP_ISSUER = "Gauffer"

REST_FRAMEWORK = {
    "DEFAULT_AUTHENTICATION_CLASSES": ["rest_framework.authentication.SessionAuthentication"],
    "DEFAULT_PERMISSION_CLASSES": ["salon.platform.permissions.RolePermission"],
    "DEFAULT_RENDERER_CLASSES": ["salon.platform.language.SpokenJSONRenderer"],
    "DEFAULT_PARSER_CLASSES": ["salon.platform.input_limits.BoundedJSONParser"],
    "DEFAULT_SCHEMA_CLASS": "salon.platform.schema.OperationSchema",
    "DEFAULT_PAGINATION_CLASS": "salon.platform.input_limits.BoundedPagination",
    # The server says who asks, where a proxy stands before it; a header that is typed does not.
    "NUM_PROXIES": 0,
    "PAGE_SIZE": 60,
    "EXCEPTION_HANDLER": "salon.platform.errors.exception_handler",
    "SCHEMA_COERCE_PATH_PK": False,
}
SPECTACULAR_SETTINGS = {
    "POSTPROCESSING_HOOKS": [
        "drf_spectacular.hooks.postprocess_schema_enums",
        "salon.platform.schema.add_error_responses",
    ],
    "TITLE": "Gauffer",
    "DESCRIPTION": "Plans, times and records textured-hair services.",
    "VERSION": "1",
    "OAS_VERSION": "3.1.0",
    "SERVE_INCLUDE_SCHEMA": False,
    "COMPONENT_SPLIT_REQUEST": True,
    "ENUM_NAME_OVERRIDES": {
        "StyleEnum": [style.value for style in Style],
        "RoleEnum": [role.value for role in Role],
        "WorkRoleEnum": [role.value for role in WorkRole],
        "MessageKindEnum": [kind.value for kind in MessageKind],
        "KitKindEnum": [kind.value for kind in KitKind],
        "NightEnum": [night.value for night in Night],
        "EventKindEnum": [kind.value for kind in EventKind],
        "VisitStateEnum": [state.value for state in VisitState],
        "BookingStateEnum": [state.value for state in BookingState],
        "ObservationKindEnum": [observed.key for observed in OBSERVED],
        "BookingEnum": ["delivery", "recount", "waste"],
        "LearnedQuantityEnum": [quantity.value for quantity in LearnedOf],
        "LearnedValueEnum": ["drying", *(quantity.value for quantity in LearnedOf)],
        "MoveKindEnum": ["delivery", "used", "recount", "waste"],
    },
}
