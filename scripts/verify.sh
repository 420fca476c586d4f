#!/usr/bin/env bash
# Everything that must hold, in the order that fails soonest. Installs what is missing; needs Node, npm and Debian's packages.
set -euo pipefail
cd "$(dirname "$0")/.."

node scripts/setup.mjs
if ! command -v chromium > /dev/null; then
  echo 'Installing Chromium from the Debian packages'
  (apt-get update && apt-get install -y --no-install-recommends chromium) > /dev/null
fi

export NODE_OPTIONS=--experimental-vm-modules NODE_NO_WARNINGS=1 NEXT_TELEMETRY_DISABLED=1
mkdir -p .cache

step() {
  printf '\n== %s\n' "$1"
  shift
  "$@"
}

step 'formatting' npx prettier --check --log-level warn .
step 'build' node node_modules/next/dist/bin/next build
# Two cores: types are checked beside the linter.
npx tsc --noEmit > .cache/types.log 2>&1 &
types=$!
step 'lint' npx eslint . --max-warnings 0
step 'types' wait "$types" || {
  cat .cache/types.log
  exit 1
}
step 'import rules' node scripts/imports.mjs
step 'unit tests' npx jest --maxWorkers=2 --json --outputFile .cache/jest.json
step 'browser tests' npx playwright test

node scripts/count.mjs
