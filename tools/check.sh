#!/usr/bin/env bash
# Everything CI checks, called by ./owl test. Runs all parts, names those that failed.
#   ./owl test            everything
#   ./owl test core       one part: lint types imports web core app browser
set -uo pipefail
failed=()
part() { # name, command...
  local name="$1"
  shift
  if [ -n "$only" ] && [ "$only" != "$name" ]; then return; fi
  printf '\n== %s\n' "$name"
  local began=$SECONDS
  "$@" || failed+=("$name")
  printf -- '-- %s took %d s\n' "$name" $((SECONDS - began))
}
only="${1:-}"
export HYPOTHESIS_STORAGE_DIRECTORY="${OWL_VAR_DIR:-$PWD/var}/hypothesis"

lint() { ruff check --quiet . && ruff format --check --quiet . && hygiene; }
# the hooks of a commit that have no part of their own here
hygiene() {
  local said
  git rev-parse --git-dir >/dev/null 2>&1 || return 0 # not a clone
  export PRE_COMMIT_HOME="${OWL_VAR_DIR:-$PWD/var}/pre-commit" SKIP=ruff,ruff-format,mypy,imports,web
  said=$(pre-commit run --all-files --show-diff-on-failure 2>&1) || { echo "$said"; return 1; }
}
types() { mypy; }
imports() { lint-imports; }
web() {
  local before after
  before=$(cat web/src/api/schema.d.ts)
  (cd web && npm run --silent types >/dev/null && npm run --silent check && npm run --silent lint && npm run --silent test) || return 1
  after=$(cat web/src/api/schema.d.ts)
  [ "$before" = "$after" ] || { echo "web/src/api/schema.d.ts is not made from docs/openapi.json: run ./owl types"; return 1; }
}
# pytest exits 5 when it finds no test, which is a failure here
core() { python -m pytest tests/core tests/formats tests/words; }
app() { python -m pytest tests/app; }
browser() { python -m pytest tests/browser; }

for name in lint types imports web core app browser; do part "$name" "$name"; done

if [ ${#failed[@]} -gt 0 ]; then
  printf '\nowl test: failed: %s\n' "${failed[*]}"
  exit 1
fi
printf '\nowl test: everything passed\n'
