"""Settings of the tests: ``manage.py test`` takes them by itself."""

from salon.settings.base import *  # noqa: F403

TEST_RUNNER = "salon.checks.runner.Runner"
#: Strong hashes are slow on purpose; no password of a test is worth one.
PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
#: Air that changes with the clock would change what plans answer; its own tests switch it on.
GAUFFER_ROOM = GAUFFER_WEATHER = "none"
GAUFFER_SCOPE = GAUFFER_SCALE = GAUFFER_GATEWAY = "simulated"
#: Tests sign in more often than people; one of them looks at what stops that.
SIGN_INS_BY_ADDRESS = SIGN_INS_OVERALL = "100000/min"
#: Processes of tests may have none of their own; one test of its own tries it.
WORK_BESIDE = False
if DATABASES["default"]["ENGINE"] == "django.db.backends.sqlite3":  # noqa: F405
    #: The database of a test is never looked at after a power cut.
    DATABASES["default"]["OPTIONS"]["init_command"] += "PRAGMA synchronous=OFF;"  # noqa: F405
