# Every step leaves a stamp that depends on exactly what it reads, so that a second run starts at once.
PY      ?= python3
UV_VER  := 0.13.9
VENV    := .venv
BIN     := $(VENV)/bin
S       := .stamps
UV      := $(S)/uvpkg/bin/uv
WEB_SRC := $(shell find web/src web/public -type f 2>/dev/null) web/index.html web/vite.config.ts web/tsconfig.json
API_SRC := $(shell find zither_awl -name '*.py' -not -path '*/static/*')
export UV_PYTHON_DOWNLOADS := never
export NODE_OPTIONS := --max-old-space-size=4096

.PHONY: demo serve dev build dist test check fuzz bench bench-years drills lighthouse shots lock licences audit types clean
.DELETE_ON_ERROR:

demo: $(S)/py $(S)/build   ## sets everything up, seeds the invented household, serves it
	@$(BIN)/zither-awl demo

serve: $(S)/py $(S)/build  ## serves your own household from ./data
	@$(BIN)/zither-awl serve

dev: $(S)/py $(S)/npm      ## the demo behind Vite, with the screen reloading as you edit
	@$(BIN)/zither-awl demo --no-browser & cd web && npx vite; kill %1 2>/dev/null || true

build: $(S)/build

dist: $(S)/dev $(S)/build  ## the wheel with its checksum; installed into an empty environment, served and used
	@rm -rf dist && $(UV) build --quiet --wheel -o dist && rm -f dist/.gitignore
	@$(BIN)/python -m bench.dist

test: check $(S)/browser   ## checks, then every test
	$(BIN)/pytest -n 2 --dist loadgroup

check: $(S)/dev $(S)/build
	$(BIN)/ruff check zither_awl tests bench
	$(BIN)/ruff format --check --quiet zither_awl tests bench
	$(BIN)/mypy
	$(BIN)/lint-imports
	cd web && npx tsc -p . && npx eslint .

bench: $(S)/dev $(S)/build $(S)/browser
	$(BIN)/python -m bench.trays
	$(BIN)/python -m bench.shelf
	$(BIN)/python -m bench.server
	$(BIN)/python -m bench.sync
	$(BIN)/python -m bench.watch

bench-years: $(S)/dev
	$(BIN)/python -m bench.memory
	$(BIN)/python -m bench.two_observers
	$(BIN)/python -m bench.kill

drills: $(S)/dev $(S)/build          ## disks, files, clocks and power that fail
	$(BIN)/python -m bench.drills

licences: $(S)/dev $(S)/npm          ## renews docs/licences.md
	$(BIN)/python -m bench.licences

audit: $(S)/dev $(S)/npm             ## known flaws of what is built on, where an advisory source can be reached
	@$(S)/uvpkg/bin/uvx --quiet pip-audit --require-hashes --disable-pip -r requirements.lock || echo "Python: not all is well, or no advisory source could be reached."
	@cd web && npm audit --omit=dev || echo "npm: not all is well, or no advisory source could be reached."

fuzz: $(S)/dev $(S)/build            ## ten thousand generated requests against the API, every check on
	$(BIN)/python -m bench.fuzz $(CASES) $(SEED)

lighthouse: $(S)/dev $(S)/build $(S)/browser   ## needs the npm registry once
	$(BIN)/python -m bench.lighthouse

shots: $(S)/dev $(S)/build $(S)/browser        ## renews docs/screenshots from the demo
	$(BIN)/python -m bench.shots

$(S)/uv:
	@mkdir -p $(S)
	@$(PY) -m pip install -q --disable-pip-version-check --no-warn-script-location --target $(S)/uvpkg uv==$(UV_VER)
	@touch $@

# requirements.lock is what the program needs, requirements-dev.lock what developing it needs besides. Both have hashes
# and no addresses; pip can read them too.
# Compiled once here: where Python may not write bytecode itself, every start would compile all packages anew.
SYNC = $(UV) pip sync --quiet --compile-bytecode --python $(BIN)/python --require-hashes
ITSELF = $(UV) pip install --quiet --python $(BIN)/python --no-deps -e .
$(S)/py: $(S)/uv pyproject.toml requirements.lock
	@[ -x $(BIN)/python ] || $(UV) venv --quiet --python $(PY) $(VENV)
	@if [ -f $(S)/dev ]; then $(SYNC) requirements-dev.lock; else $(SYNC) requirements.lock; fi; $(ITSELF)
	@touch $@

$(S)/dev: $(S)/py requirements-dev.lock
	@$(SYNC) requirements-dev.lock && $(ITSELF)
	@touch $@

COMPILE = $(UV) pip compile --quiet pyproject.toml --generate-hashes --python-version 3.11 \
  --custom-compile-command "make lock"
lock: $(S)/uv
	$(COMPILE) --group dev -o requirements-dev.lock
	$(COMPILE) -c requirements-dev.lock -o requirements.lock

$(S)/npm: web/package.json web/package-lock.json web/.npmrc
	@mkdir -p $(S)
	@cd web && npm ci --no-audit --no-fund --loglevel=error
	@touch $@

# The OpenAPI document and the client's types: rewritten only when they change, so that Vite is not run for nothing.
$(S)/types: $(S)/py $(S)/npm $(API_SRC)
	@$(BIN)/zither-awl openapi web/openapi.json.new
	@cmp -s web/openapi.json.new web/openapi.json && rm web/openapi.json.new || mv web/openapi.json.new web/openapi.json
	@[ web/src/lib/schema.d.ts -nt web/openapi.json ] || (cd web && npx openapi-typescript openapi.json \
	  -o src/lib/schema.d.ts --default-non-nullable=false --alphabetize)
	@touch $@

types: $(S)/types

$(S)/build: $(S)/npm $(S)/types $(WEB_SRC)
	@cd web && npx vite build --logLevel warn
	@touch $@

$(S)/browser:
	@mkdir -p $(S)
	@if [ -x /usr/bin/chromium ] && [ -x /usr/bin/chromedriver ]; then echo "chromium: there"; \
	else apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends \
	  chromium chromium-driver >/dev/null; fi
	@touch $@

clean:
	rm -rf $(S) $(VENV) web/node_modules zither_awl/static
