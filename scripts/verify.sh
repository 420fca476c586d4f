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
  printf '\n== %s\n' "$1"
  shift
  "$@"
}

step 'build' node node_modules/next/dist/bin/next build
# Two cores: beside the linter and the unit tests, types and formatting are checked and the demo is played for the browser tests.
(
  npx tsc --noEmit
  npx prettier --check --log-level warn .
  node scripts/play.mjs .data/e2e-demo
) > .cache/beside.log 2>&1 &
beside=$!
step 'lint' npx eslint . --max-warnings 0
step 'import rules' node scripts/imports.mjs
step 'unit tests' npx jest --maxWorkers=2 --json --outputFile .cache/jest.json
step 'types, formatting, the demo played' wait "$beside" || {
  cat .cache/beside.log
  exit 1
}
DEMO_PLAYED=yes step 'browser tests' npx playwright test

node scripts/count.mjs
