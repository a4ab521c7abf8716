#!/usr/bin/env bash
# Everything CI checks, called by ./owl test. Runs all parts, names those that failed.
#   ./owl test            everything, on all cores
#   ./owl test core       one part: lint types imports web core app browser
# Any number may run at once, beside a demo too: each has its own databases, ports and files.
set -uo pipefail
only="${1:-}"
var="${OWL_VAR_DIR:-$PWD/var}"
kept=$(mktemp -d)
trap 'rm -rf "$kept"' EXIT
export HYPOTHESIS_STORAGE_DIRECTORY="$kept/hypothesis"

part() { # name: runs it, says how long it took, and notes it where it failed
  if [ -n "$only" ] && [ "$only" != "$1" ]; then return; fi
  printf '\n== %s\n' "$1"
  local began=$SECONDS
  "$1" || echo "$1" >>"$kept/failed"
  printf -- '-- %s took %d s\n' "$1" $((SECONDS - began))
}

lint() { ruff check --quiet . && ruff format --check --quiet . && hygiene; }
# the hooks of a commit that have no part of their own here
hygiene() {
  local said
  git rev-parse --git-dir >/dev/null 2>&1 || return 0 # not a clone
  export PRE_COMMIT_HOME="$var/pre-commit" SKIP=ruff,ruff-format,mypy,imports,web
  said=$(pre-commit run --all-files --show-diff-on-failure 2>&1) || { echo "$said"; return 1; }
}
types() { mypy; }
imports() { lint-imports; }
web() {
  (cd web && npx openapi-typescript ../docs/openapi.json -o "$kept/schema.d.ts" >/dev/null) || return 1
  cmp -s "$kept/schema.d.ts" web/src/api/schema.d.ts || { echo "web/src/api/schema.d.ts is not made from docs/openapi.json: run ./owl types"; return 1; }
  (cd web && npm run --silent check && npm run --silent lint && npm run --silent test)
}
# pytest exits 5 when it finds no test, which is a failure here. Each worker has a database of its own.
tests() { python -m pytest -n auto --basetemp "$kept/$1" --durations=10 "${@:2}"; }
core() { tests core --dist worksteal tests/core tests/formats tests/words; }
app() { tests app --dist worksteal tests/app; }
browser() { tests browser --dist loadfile tests/browser; } # a file's tests share a demo

# What only reads the code runs beside the tests, which wait for databases and browsers now and then.
{ part lint; part types; part imports; part web; } >"$kept/reading" 2>&1 &
part core
part app
part browser
wait
cat "$kept/reading"

if [ -s "$kept/failed" ]; then
  printf '\nowl test: failed: %s\n' "$(paste -sd' ' "$kept/failed")"
  exit 1
fi
printf '\nowl test: everything passed\n'
