#!/bin/sh
# The browser tests need Chromium: fetch Debian's when it is missing and we may.
command -v chromium >/dev/null && exit 0
if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null; then
    apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends chromium >/dev/null && exit 0
fi
echo "The browser tests need Chromium: install it (Debian: apt install chromium) and run again." >&2
exit 1
