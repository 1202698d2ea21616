"""A headless Chromium that talks to nobody but us."""

import os
import shutil
from collections.abc import Iterator
from contextlib import contextmanager

from playwright.sync_api import Browser, ViewportSize, sync_playwright

#: There is one site only: a process for each page it is left for costs more than the page. And no
#: page lives long enough to be worth compiling well.
FLAGS = (
    "--headless --no-sandbox --disable-gpu --disable-quic --no-first-run "
    "--disable-background-networking --disable-component-update --disable-sync "
    "--process-per-site --disable-site-isolation-trials --js-flags=--no-opt,--no-maglev"
)
DESK: ViewportSize = {"width": 1280, "height": 800}
TABLET: ViewportSize = {"width": 820, "height": 1180}
PHONE: ViewportSize = {"width": 390, "height": 844}


def program() -> str:
    """Path of Debian's Chromium, without its windows where that is installed: it starts faster."""
    names = ("chromium-headless-shell", "chromium")
    return next(filter(None, map(shutil.which, names)), "/usr/bin/chromium")


@contextmanager
def browser() -> Iterator[Browser]:
    """The browser, closed afterwards."""
    # Playwright's event loop makes Django think it runs in one; the tests do not.
    os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"
    with sync_playwright() as playwright:
        chromium = playwright.chromium.launch(executable_path=program(), args=FLAGS.split())
        yield chromium
        chromium.close()
