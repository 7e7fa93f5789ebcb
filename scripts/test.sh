#!/usr/bin/env bash
# Core, server and browser tests on a database and ports of their own. Run by ./kelvit test.
set -euo pipefail
cd "$(dirname "$0")/.."
# shellcheck source=own-database.sh
. scripts/own-database.sh
status=0
npx vitest run --reporter=default --reporter=json --outputFile.json="$data/vitest.json" || status=1
PLAYWRIGHT_JSON_OUTPUT_NAME="$data/playwright.json" npx playwright test --config e2e/playwright.config.ts --reporter=list,json || status=1
node scripts/count-tests.mjs "$data/vitest.json" "$data/playwright.json" || status=1
exit "$status"
