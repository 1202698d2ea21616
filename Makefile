# Two commands matter: `make demo` runs Gauffer with demo data, `make test` checks it.
# Each does all its own set-up; stamps in .make/ keep the second run short.

PYTHON ?= $(shell command -v python3.11 || command -v python3)
PY := .venv/bin/python
# uv takes a quarter of pip's time; where it does not get at them, pip does by its own settings.
INSTALL = .venv/bin/uv pip install --quiet --python $(PY) --link-mode copy --requirement $(1) \
	|| .venv/bin/pip install --quiet --no-compile --requirement $(1)
ADDRESS ?= 127.0.0.1:8000
export GAUFFER_VAR ?= $(CURDIR)/var
export PIP_DISABLE_PIP_VERSION_CHECK := 1
# Packages are compiled when they are first imported, and not again by every process.
export PYTHONDONTWRITEBYTECODE :=

.PHONY: demo docs test test-web lint lint-python lint-web lint-web-types lint-web-style types bench golden messages ratio shots web dev clean

demo: .make/app web
ifdef RESET
	@test ! -e "$(GAUFFER_VAR)/gauffer.sqlite3" || $(PY) manage.py demo --check
	rm -rf "$(GAUFFER_VAR)"
endif
	$(PY) manage.py migrate --verbosity 0
	@$(PY) manage.py demo
	@echo "Gauffer is at http://$(ADDRESS) (Ctrl-C stops it)."
	@$(PY) manage.py outbox & worker=$$!; trap "kill $$worker" EXIT INT TERM; \
	$(PY) -m gunicorn salon.asgi --worker-class salon.platform.gunicorn_worker.Worker --bind $(ADDRESS) --workers 2 --log-level warning

# What needs Python and what needs Node is set up and read side by side; the tests use both cores.
test:
	@$(MAKE) --no-print-directory --jobs 2 --output-sync .make/chromium .make/dev web lint test-web
	$(PY) manage.py test

test-web: .make/node
	cd web && npm run --silent test

lint: lint-python lint-web

lint-python: .make/dev
	.venv/bin/ruff format --check .
	.venv/bin/ruff check .
	.venv/bin/mypy
	.venv/bin/lint-imports
	$(PY) -m salon.checks.commits
	$(PY) -m salon.checks.catalogues

lint-web: lint-web-types lint-web-style

lint-web-types: .make/node
	cd web && npm run --silent lint:types

lint-web-style: .make/node
	cd web && npm run --silent lint:style

# Messages that are new in the code come into the catalogues, to be translated there.
messages: .make/dev
	$(PY) -m salon.checks.catalogues --write

# The interface's types come from the server's own description of itself.
types: .make/app .make/node
	$(PY) manage.py spectacular --file docs/openapi.yaml --validate
	cd web && npm run --silent types

bench: .make/bench
	$(PY) -m salon.checks.bench
	$(PY) manage.py test --new-examples craft
	GAUFFER_CLICKS=1 $(PY) manage.py test salon.tests.test_roles_browser

# The answers that the rules give to a corpus of requests; kept anew when RULES_VERSION was raised.
golden: .make/dev
	$(PY) -m craft.tests.golden

# The picture of the structure, from the imports.
docs: .make/dev
	$(PY) -m salon.checks.picture
	$(PY) -m salon.checks.values

ratio:
	@$(PY) -m salon.checks.ratio

shots: .make/dev .make/chromium web
	$(PY) -m salon.checks.shots

web: web/dist/compressed

# Browsers get the packed copy of each file.
web/dist/compressed: web/dist/index.html .make/app
	$(PY) -m servestatic.compress --quiet --no-brotli --no-zstd web/dist
	@touch $@

web/dist/index.html: .make/node web/index.html web/vite.config.ts $(shell find web/src web/public -type f)
	cd web && npm run --silent build
	@touch $@

.make/venv: requirements/install.txt
	@$(PYTHON) -c 'import sys; sys.exit(sys.version_info < (3, 11))' || { echo "Gauffer needs Python 3.11 or newer: make PYTHON=/path/to/python3.11"; exit 1; }
	$(PYTHON) -m venv .venv
	-.venv/bin/pip install --quiet --no-compile --requirement requirements/install.txt
	@mkdir -p .make && touch $@

.make/app: .make/venv requirements/app.txt
	$(call INSTALL,requirements/app.txt)
	@touch $@

.make/dev: .make/app requirements/dev.txt
	$(call INSTALL,requirements/dev.txt)
	@touch $@

.make/bench: .make/dev requirements/bench.txt
	$(call INSTALL,requirements/bench.txt)
	@touch $@

.make/node: web/package.json web/package-lock.json
	@command -v npm >/dev/null || { echo "Gauffer needs Node 20 and npm."; exit 1; }
	cd web && npm ci --silent --no-audit --no-fund --prefer-offline
	@mkdir -p .make && touch $@

.make/chromium:
	@sh salon/checks/chromium.sh
	@mkdir -p .make && touch $@

clean:
	rm -rf .make .venv web/node_modules web/dist
