#!/usr/bin/env bash
# Everything that must hold, in the order that fails soonest. Installs what is missing; needs Node, npm and Debian's packages.
set -euo pipefail
cd "$(dirname "$0")/.."

node scripts/setup.mjs
if ! command -v chromium-headless-shell > /dev/null; then
  echo 'Installing Chromium from the Debian packages'
  (apt-get update && apt-get install -y --no-install-recommends chromium-headless-shell) > /dev/null ||
    command -v chromium > /dev/null || apt-get install -y --no-install-recommends chromium > /dev/null
fi

export NODE_OPTIONS=--experimental-vm-modules NODE_NO_WARNINGS=1 NEXT_TELEMETRY_DISABLED=1
mkdir -p .cache

step() {
  printf '\n== %s (begun after %d s)\n' "$1" "$SECONDS"
  shift
  "$@"
}

# Two cores: beside the linter and the unit tests, the application is built, types are checked and the demo is played for the browser tests.
(
  node node_modules/next/dist/bin/next build
  npx tsc --noEmit
  node scripts/play.mjs .data/e2e-demo
) > .cache/beside.log 2>&1 &
beside=$!
step 'lint' npx eslint . --max-warnings 0
step 'formatting' npx prettier --check --log-level warn .
step 'import rules' node scripts/imports.mjs
step 'rules of the house' node scripts/house.mjs
step 'unit tests' npx jest --maxWorkers=2 --json --outputFile .cache/jest.json
# What differs between the engines once more, over a PostgreSQL server: connections, several processes, serialization, names, pictures, seals.
if [ -n "$(ls -d /usr/lib/postgresql/*/bin/postgres 2> /dev/null)" ]; then
  step 'the base on a PostgreSQL server' node scripts/postgres.mjs npx jest --maxWorkers=2 --json --outputFile .cache/jest-server.json \
    $(printf 'tests/%s.test.ts ' server base branches live photoStore seals twoPeople)
else
  rm -f .cache/jest-server.json
  echo 'Skipped: the base on a PostgreSQL server. None is installed (Debian’s package postgresql).'
fi
step 'build, types, the demo played' wait "$beside" || {
  cat .cache/beside.log
  exit 1
}
step 'hard use, in short' npm run -s hard -- short
DEMO_PLAYED=yes step 'browser tests' node scripts/postgres.mjs npx playwright test

node scripts/count.mjs
