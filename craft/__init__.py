"""The rules of the job: planning textured-hair services.

Pure functions over frozen values. Nothing here reads a file, a clock or a
database, and nothing here knows of Django: the same request gives the same
answer from Python, from the web API and from ``python -m craft``.

Quantities are in cm, g, min, °C and RH as a fraction unless a name or a
docstring says otherwise; the drying physics is in SI inside its own modules.
"""

#: Version of the rules. A saved plan keeps it, so an old plan can say by which
#: rules it was made. Raise it whenever the same request may get another answer.
RULES_VERSION = "2026.12.11"
